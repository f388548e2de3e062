import { useMemo } from 'react';
import { Copy, Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import { finishedSize } from '@core/dressing';
import { growBox, pathsBox } from '@core/geometry';
import { drawnPath, leadStock, type Piece } from '@core/piece';
import { bareLength, printGauge, printInches, printNumber, type LengthUnit } from '@core/units';
import { METAL_FACTS, strandMm } from '@core/wire';
import { useExtent } from '~/components/FigureView';
import { IconButton } from '~/components/ui';
import { SketchDrawing, WireDrawing } from '~/components/WireDrawing';
import { useCardPlan } from '~/screens/useCardPlan';
import { useWorkshop } from '~/state/workshop';

/** A piece in the list, drawn as it will be. */
export function PieceCard({
  piece,
  unit,
  copy,
  remove,
}: {
  piece: Piece;
  unit: LengthUnit;
  copy: () => void;
  remove: () => void;
}) {
  const shapes = piece.paths.map(drawnPath).filter((p) => p.segments.length > 0);
  const box = pathsBox(shapes);
  const plan = useCardPlan(piece, useWorkshop().toolbox);
  const formed = useExtent(piece, plan?.plan ?? null, plan?.dressing ?? null);
  const seen = formed ?? box;
  const view = seen ? growBox(seen, piece.wire.diameterMm / 2 + 1.5) : null;
  const lead = leadStock(piece);
  const more = piece.stocks.length;
  const name = piece.name || 'Unnamed piece';
  const mm = (v: number): string => printNumber(v, 0);
  // Finished and over everything, as the other screens say it; of the lines alone until that is known.
  const finished = useMemo(
    () => plan && finishedSize(piece, plan.plan, plan.dressing),
    [piece, plan],
  );
  const wide = finished?.widthMm ?? (box ? box.maxX - box.minX : 0);
  const high = finished?.heightMm ?? (box ? box.maxY - box.minY : 0);
  const size =
    !box && !finished
      ? 'nothing drawn yet'
      : unit === 'mm'
        ? `${mm(wide)} × ${mm(high)} mm`
        : `${bareLength(wide, unit)} × ${printInches(high)}`;
  return (
    <li className="group rounded-xl border border-line bg-panel transition-shadow hover:shadow-md">
      <Link to={`/piece/${piece.id}/figure`} className="block rounded-t-xl">
        <div className="flex h-44 items-center justify-center rounded-t-xl bg-bench p-4">
          {view && (
            <svg
              viewBox={`${view.minX} ${view.minY} ${view.maxX - view.minX} ${view.maxY - view.minY}`}
              className="size-full"
              aria-hidden="true"
              data-planned={plan !== null || undefined}
            >
              {plan ? (
                <WireDrawing piece={piece} plan={plan.plan} dressing={plan.dressing} />
              ) : (
                <SketchDrawing shapes={shapes} piece={piece} />
              )}
            </svg>
          )}
        </div>
        <div className="px-3.5 pt-2.5">
          <span className="flex items-baseline gap-2">
            <span className="min-w-0 flex-1 truncate font-semibold">{name}</span>
            {piece.demo && <span className="shrink-0 text-xs text-soft">Lantern Lane</span>}
          </span>
          <span className="block text-sm text-soft">
            {METAL_FACTS[lead.metal].name}
            {lead.rope && ' rope'}, {lead.rope && `${lead.rope.strands} × `}
            {printGauge(strandMm(lead), unit)}
            {more > 0 && `, and ${more} more ${more === 1 ? 'wire' : 'wires'}`}
          </span>
        </div>
      </Link>
      <div className="flex items-center gap-1 px-3.5 pb-2">
        <span className="flex-1 text-sm text-soft">{size}</span>
        <IconButton name={`Copy ${name}`} onClick={copy}>
          <Copy size={16} />
        </IconButton>
        <IconButton name={`Delete ${name}`} onClick={remove}>
          <Trash2 size={16} />
        </IconButton>
      </div>
    </li>
  );
}
