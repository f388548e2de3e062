import type { FormEvent, KeyboardEvent, ReactNode } from 'react';
import { Button } from '~/components/ui';

/** A form of the drawer: it is kept by its button, and not while a field has what cannot be taken. */
export function DrawerForm({
  name,
  keepWord,
  keep,
  close,
  children,
}: {
  name: string;
  keepWord: string;
  keep: () => void;
  close: () => void;
  children: ReactNode;
}) {
  const submit = (e: FormEvent<HTMLFormElement>): void => {
    e.preventDefault();
    const wrong = e.currentTarget.querySelector<HTMLElement>('[aria-invalid="true"]');
    if (wrong) wrong.focus();
    else keep();
  };
  // Enter takes what is typed; the form stays for the next field.
  const stay = (e: KeyboardEvent): void => {
    if (e.key === 'Enter' && e.target instanceof HTMLInputElement) e.preventDefault();
    if (e.key === 'Escape' && !(e.target instanceof HTMLInputElement)) close();
  };
  return (
    <form
      aria-label={name}
      className="mb-4 rounded-lg border border-patina bg-raised p-4"
      onSubmit={submit}
      onKeyDown={stay}
    >
      {children}
      <div className="mt-4 flex justify-end gap-2">
        <Button look="quiet" onClick={close}>
          Cancel
        </Button>
        <Button type="submit" look="main">
          {keepWord}
        </Button>
      </div>
    </form>
  );
}
