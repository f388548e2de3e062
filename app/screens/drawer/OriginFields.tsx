import { NameField } from '~/components/NameField';

const MOST = 200;

interface Origin {
  readonly from?: string | undefined;
  readonly note?: string | undefined;
}

/** Where something of the drawer was bought, and what else is to be known of it. */
export const OriginFields = ({
  of: { from, note },
  set,
}: {
  of: Origin;
  set: (change: { from: string } | { note: string }) => void;
}) => (
  <>
    <NameField
      label="Bought at"
      value={from ?? ''}
      most={MOST}
      optional
      onChange={(text) => set({ from: text })}
    />
    <NameField
      label="Note"
      value={note ?? ''}
      most={MOST}
      optional
      onChange={(text) => set({ note: text })}
    />
  </>
);
