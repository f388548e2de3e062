import { useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import { Button } from '~/components/ui';
import { faults, forgetFaults, onFault, report, type Fault } from '~/storage/report';

let last: { text: string; list: readonly Fault[] } = { text: '', list: [] };
/** The same list as long as nothing was added. */
function snapshot(): readonly Fault[] {
  const list = faults();
  const text = JSON.stringify(list);
  if (text !== last.text) last = { text, list };
  return last.list;
}
const NONE: readonly Fault[] = [];

/** The last faults of the program, to be passed on. */
export function FaultsSection() {
  const list = useSyncExternalStore(onFault, snapshot, () => NONE);
  if (list.length === 0) {
    return <p className="text-sm text-soft">None so far.</p>;
  }
  const text = list.map((f) => `${f.when} ${f.where}: ${f.message}`).join('\n');
  const copy = (): void => {
    navigator.clipboard.writeText(text).then(
      () => toast.success('Copied.'),
      (error: unknown) => {
        report(error, 'copying');
        toast.error('The browser did not let it be copied. Mark the lines and copy them by hand.');
      },
    );
  };
  return (
    <div className="space-y-2 text-sm">
      <p className="text-soft">
        Your pieces are as they were. If one of these keeps coming, copy them and send them to
        whoever looks after your Hush Road.
      </p>
      <ul className="max-h-48 space-y-1 overflow-y-auto rounded-md bg-bench p-2 font-mono text-xs">
        {list.map((f, i) => (
          <li key={i}>
            {f.when.slice(0, 19).replace('T', ' ')} {f.where}: {f.message}
          </li>
        ))}
      </ul>
      <div className="flex gap-2">
        <Button onClick={copy}>Copy them</Button>
        <Button look="quiet" onClick={forgetFaults}>
          Clear the list
        </Button>
      </div>
    </div>
  );
}
