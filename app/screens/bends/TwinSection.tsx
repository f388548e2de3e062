import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { twinOf } from '@core/piece';
import type { Arms } from '@core/steps';
import { Button, Section } from '~/components/ui';
import { keepAsPiece } from '~/state/keepAsPiece';
import { usePiece, usePointer, useWorkbench } from '~/state/workbench';

/** The second of a pair: seen here, or kept as a piece of its own. */
export function TwinSection({ arms }: { arms: Arms | null }) {
  const piece = usePiece();
  const { pointer } = useWorkbench();
  const twin = usePointer((p) => p.twin);
  const navigate = useNavigate();
  const keep = async (): Promise<void> => {
    try {
      const id = await keepAsPiece(twinOf(piece), 'twin');
      pointer.getState().point({ twin: false });
      await navigate(`/piece/${id}/bends`);
    } catch (error) {
      toast.error(error instanceof Error ? error.message : 'The twin was not kept.');
    }
  };
  return (
    <Section title="A pair">
      <p className="text-sm text-soft">
        {arms?.single.length === 0
          ? 'Both halves of this figure are alike, so it is its own twin: make it twice.'
          : twin
            ? 'You are looking at the mirrored twin: same lengths and marks, every turn the other way. Its sheet is on the Sheet stage.'
            : 'For a pair of earrings the second one is mirrored. Its own list, pattern and rehearsal are under “mirrored twin”.'}
      </p>
      <Button onClick={() => void keep()}>Keep the twin as a piece of its own</Button>
    </Section>
  );
}
