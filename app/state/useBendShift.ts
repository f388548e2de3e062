import { useRef } from 'react';
import { withBendEdit } from '@core/piece';
import { alongFigure, type PlannedBend, type WirePlan } from '@core/plan';
import { useWorkbench } from './workbench';

interface Grab {
  readonly bend: PlannedBend;
  readonly fromMm: number;
  moved: boolean;
}

/** Movements smaller than this are a click, mm. */
const CLICK_MM = 0.2;

/** Dragging a bend along the wire: shown while it is dragged, one step of history when let go. */
export function useBendShift(wire: WirePlan): {
  begin: (bend: number, atMm: number) => boolean;
  /** @returns whether a bend is being dragged */
  move: (atMm: number) => boolean;
  end: (keep: boolean) => void;
} {
  const { store, pointer } = useWorkbench();
  const grab = useRef<Grab | null>(null);
  return {
    begin: (index, atMm) => {
      const bend = wire.bends[index];
      if (!bend || bend.shift[1] - bend.shift[0] < 1e-6) return false;
      grab.current = { bend, fromMm: atMm, moved: false };
      return true;
    },
    move: (atMm) => {
      const held = grab.current;
      if (!held) return false;
      const by = alongFigure(wire, atMm) - alongFigure(wire, held.fromMm);
      if (!held.moved && Math.abs(by) < CLICK_MM) return true;
      held.moved = true;
      const { bend } = held;
      const wished = (bend.edit?.shiftMm ?? 0) + by;
      const shiftMm = Math.min(bend.shift[1], Math.max(bend.shift[0], wished));
      store.getState().preview((p) => withBendEdit(p, bend.spot, { shiftMm }));
      pointer.getState().point({ atMm });
      return true;
    },
    end: (keep) => {
      const held = grab.current;
      grab.current = null;
      if (held?.moved) store.getState().settle(keep);
    },
  };
}
