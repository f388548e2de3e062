import { Button } from '~/components/ui';

export function EmptyList({ demo }: { demo: () => void }) {
  return (
    <div className="rounded-xl border border-dashed border-line p-10 text-center">
      <p className="text-lg font-medium">No pieces yet</p>
      <p className="mx-auto mt-1 max-w-md text-soft">
        Begin a new piece to draw a wire or follow a drawing. Or bring the Lantern Lane pieces back
        to look around.
      </p>
      <Button className="mt-4" onClick={demo}>
        Bring the Lantern Lane pieces
      </Button>
    </div>
  );
}
