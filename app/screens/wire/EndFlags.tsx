import { placeOnWire, type Plan } from '@core/plan';
import { usePointer } from '~/state/workbench';

/** Of more wires than this only the one in the strip has its ends named. */
const MANY_WIRES = 40;

export function EndFlags({ plan, pxPerMm }: { plan: Plan; pxPerMm: number }) {
  const px = 1 / pxPerMm;
  const crowded = plan.wires.length > MANY_WIRES;
  const shown = usePointer((p) => Math.min(p.wire, plan.wires.length - 1));
  const center = plan.hang?.center ?? { x: 0, y: 0 };
  const placed: { x: number; y: number; side: number }[] = [];
  // A name that would lie over another one goes a line further out.
  const clear = (to: { x: number; y: number }, side: number, lift: number) => {
    const lies = (p: { x: number; y: number; side: number }): boolean =>
      Math.abs(p.y - to.y) < 15 * px && Math.abs(p.x - to.x) < (p.side === side ? 75 : 12) * px;
    for (let i = 0; i < 4 && placed.some(lies); i++) to = { x: to.x, y: to.y + lift * 16 * px };
    placed.push({ ...to, side });
    return to;
  };
  const flag = (key: string, at: { x: number; y: number }, text: string) => {
    // Names stand away from the figure's middle, where there is room.
    const side = at.x >= center.x ? 1 : -1;
    const lift = at.y > center.y + 1 ? 1 : -1;
    const to = clear({ x: at.x + side * 34 * px, y: at.y + lift * 16 * px }, side, lift);
    return (
      <g key={key} pointerEvents="none">
        <line
          x1={at.x}
          y1={at.y}
          x2={to.x}
          y2={to.y}
          stroke="var(--patina)"
          strokeWidth={1.4 * px}
        />
        <circle cx={at.x} cy={at.y} r={3.5 * px} fill="var(--patina)" />
        <text
          x={to.x + side * 3 * px}
          y={to.y + 4 * px}
          textAnchor={side > 0 ? 'start' : 'end'}
          fontSize={13 * px}
          fontWeight={600}
          fill="var(--patina)"
          stroke="var(--bench)"
          strokeWidth={4 * px}
          paintOrder="stroke"
        >
          {text}
        </text>
      </g>
    );
  };
  return (
    <g>
      {plan.wires.map((w, i) => {
        if (crowded && i !== shown) return null;
        const name = plan.wires.length > 1 ? ` ${i + 1}` : '';
        const start = placeOnWire(w, 0);
        const end = placeOnWire(w, w.developedMm);
        if (!start || !end) return null;
        return w.closed
          ? flag(w.pathId, start.at, `seam${name}`)
          : [
              flag(`${w.pathId} ${w.strand}a`, start.at, `first end${name}`),
              flag(`${w.pathId} ${w.strand}b`, end.at, `last end${name}`),
            ];
      })}
    </g>
  );
}
