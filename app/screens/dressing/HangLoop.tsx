import { useMemo } from 'react';
import { CircleDot } from 'lucide-react';
import { withHangLoop } from '@core/gauge';
import { Button } from '~/components/ui';
import { useEdit, useWorkbench } from '~/state/workbench';

/** A loop at the place where the piece hangs straight, in one press; not where something holds it already. */
export function HangLoop() {
  const { plan, planned, dressing } = useWorkbench().planState;
  const edit = useEdit();
  const lacks = useMemo(
    () => plan !== null && planned !== null && withHangLoop(planned, plan, dressing) !== null,
    [plan, planned, dressing],
  );
  if (!lacks) return null;
  return (
    <Button
      onClick={() => plan && edit((p) => withHangLoop(p, plan, dressing) ?? p)}
      className="w-full"
    >
      <CircleDot size={16} aria-hidden="true" /> A loop to hang it by
    </Button>
  );
}
