import { useEffect, useState, useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import { Button } from '~/components/ui';
import {
  canKeepFolder,
  chooseFolder,
  leaveFolder,
  loadFolder,
  openFolder,
  type Folder,
} from '~/storage/folder';
import { report } from '~/storage/report';

/** A folder of the maker's choice that is kept up to date; nothing where the browser cannot. */
export function FolderSection() {
  const [folder, setFolder] = useState<Folder | null>(null);
  const can = useSyncExternalStore(
    () => () => undefined,
    canKeepFolder,
    () => false,
  );
  const act = (work: Promise<unknown>): void => {
    work
      .catch((error: unknown) => {
        report(error, 'the folder');
        toast.error('The folder could not be written to. Your work in the browser is as it was.');
      })
      .then(loadFolder)
      .then(setFolder, (error: unknown) => report(error, 'the folder'));
  };
  useEffect(() => {
    loadFolder().then(setFolder, (error: unknown) => report(error, 'the folder'));
  }, []);
  if (!can) return null;
  return (
    <div className="space-y-2 border-t border-line pt-3 text-sm">
      <p className="text-soft">
        {folder === null
          ? 'The workshop can also be kept in a folder of your choice: one file, written anew some seconds after each change.'
          : folder.open
            ? `The folder “${folder.name}” is kept up to date.`
            : `The folder “${folder.name}” was chosen; the browser asks again before it is written to.`}
      </p>
      <div className="flex flex-wrap gap-2">
        {folder && !folder.open && (
          <Button onClick={() => act(openFolder())}>Go on with this folder</Button>
        )}
        <Button onClick={() => act(chooseFolder())}>
          {folder ? 'Choose another folder' : 'Choose a folder'}
        </Button>
        {folder && (
          <Button look="quiet" onClick={() => act(leaveFolder())}>
            Leave the folder
          </Button>
        )}
      </div>
    </div>
  );
}
