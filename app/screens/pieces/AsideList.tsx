import { TriangleAlert } from 'lucide-react';
import { saveFile } from '~/components/saveFile';
import { Button } from '~/components/ui';
import type { SetAside } from '~/storage/pieces';

/** What could not be read, with what can be done about it. */
export function AsideList({
  aside,
  drop,
}: {
  aside: readonly SetAside[];
  drop: (key: string) => void;
}) {
  return (
    <section
      aria-label="Set aside"
      className="mb-5 rounded-lg border border-alert bg-alert-wash p-4 text-sm"
    >
      <h2 className="flex items-center gap-2 font-semibold text-alert">
        <TriangleAlert size={16} aria-hidden="true" />{' '}
        {aside.length === 1 ? 'One record' : `${aside.length} records`} could not be read and{' '}
        {aside.length === 1 ? 'was' : 'were'} set aside
      </h2>
      <p className="mt-1 text-soft">
        All other pieces are as they were. Save what was set aside to keep it, or let it go.
      </p>
      <ul className="mt-2 space-y-1">
        {aside.map((a) => (
          <li key={a.key} className="flex flex-wrap items-center gap-2">
            <span className="flex-1">
              <strong>{a.name}</strong>: {a.message}
            </span>
            <Button
              onClick={() =>
                saveFile(
                  `${a.name}-set-aside.json`,
                  JSON.stringify(a.raw, null, 1),
                  'application/json',
                )
              }
            >
              Save the record
            </Button>
            <Button look="quiet" onClick={() => drop(a.key)}>
              Let it go
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
