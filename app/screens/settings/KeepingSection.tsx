import { Link, useRevalidator } from 'react-router';
import { toast } from 'sonner';
import { Button } from '~/components/ui';
import { askToLast, type Room } from '~/storage/room';

const megabytes = (bytes: number): string =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.max(0.1, bytes / 1e6).toFixed(1)} MB`;

/** Where all work is kept, what the browser grants, and how much room is left. */
export function KeepingSection({ room }: { room: Room }) {
  const { revalidate } = useRevalidator();
  const { lasting, usedBytes, quotaBytes } = room;
  return (
    <div className="space-y-2 text-sm">
      <p className="text-soft">
        All work is kept in this browser on this device, and nothing leaves it.{' '}
        {lasting === null
          ? 'This browser does not say whether it may clear it by itself.'
          : lasting
            ? 'The browser has promised not to clear it by itself.'
            : 'The browser has not promised to keep it when room gets scarce: save a copy now and then.'}
      </p>
      {usedBytes !== null && quotaBytes !== null && (
        <p>
          {megabytes(usedBytes)} are used of {megabytes(quotaBytes)} that the browser gives.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3">
        {lasting === false && (
          <Button
            onClick={() =>
              void askToLast().then((granted) => {
                if (!granted)
                  toast.message('The browser did not promise it. A copy is the surer way.');
                void revalidate();
              })
            }
          >
            Ask the browser to keep it
          </Button>
        )}
        <Link to="/deleted" className="underline">
          Lately deleted
        </Link>
      </div>
    </div>
  );
}
