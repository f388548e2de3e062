import { useMemo, useState } from 'react';
import { Check, Copy, Hammer, Pencil, Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import { finishedSize } from '@core/dressing';
import { growBox, pathsBox, type Path } from '@core/geometry';
import { drawnPath, leadStock, type Piece } from '@core/piece';
import { bareLength, printGauge, printInches, printNumber, type LengthUnit } from '@core/units';
import { METAL_FACTS, strandMm } from '@core/wire';
import { useExtent } from '~/components/FigureView';
import { NameField } from '~/components/NameField';
import { TypedField } from '~/components/TypedField';
import { IconButton } from '~/components/ui';
import { SketchDrawing, WireDrawing } from '~/components/WireDrawing';
import { useCardPlan, type CardPlan } from '~/screens/useCardPlan';
import { useWorkshop } from '~/state/workshop';
import { readTags } from './listed';

/** A making of a piece that is not finished, and which of its steps is in hand. */
export interface UnderWay {
  readonly id: string;
  readonly at: { readonly step: number; readonly of: number } | null;
}

const drawnShapes = (piece: Piece): Path[] =>
  piece.paths.map(drawnPath).filter((p) => p.segments.length > 0);

/** A piece as it will be; as it is drawn until it is planned. */
export function PiecePicture({ piece, card }: { piece: Piece; card: CardPlan }) {
  const { plan, isWaitedFor } = card;
  const formed = useExtent(piece, plan?.plan ?? null, plan?.dressing ?? null);
  const shapes = drawnShapes(piece);
  const seen = formed ?? pathsBox(shapes);
  if (!seen) return null;
  const view = growBox(seen, piece.wire.diameterMm / 2 + 1.5);
  return (
    <svg
      viewBox={`${view.minX} ${view.minY} ${view.maxX - view.minX} ${view.maxY - view.minY}`}
      className="size-full"
      aria-hidden="true"
      data-planned={plan !== null || undefined}
    >
      {plan ? (
        <WireDrawing piece={piece} plan={plan.plan} dressing={plan.dressing} />
      ) : (
        // Only faintly while its wire is worked out: bare it is not what will be there.
        <g opacity={isWaitedFor ? 0.18 : 1}>
          <SketchDrawing shapes={shapes} piece={piece} />
        </g>
      )}
    </svg>
  );
}

/** A piece in the list, drawn as it will be. */
export function PieceCard({
  piece,
  unit,
  underWay,
  change,
  copy,
  remove,
}: {
  piece: Piece;
  unit: LengthUnit;
  underWay: UnderWay | undefined;
  change: (to: { name?: string; tags?: readonly string[] }) => void;
  copy: () => void;
  remove: () => void;
}) {
  const [edited, setEdited] = useState(false);
  const box = pathsBox(drawnShapes(piece));
  const card = useCardPlan(piece, useWorkshop().toolbox);
  const { plan } = card;
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
      : !finished && card.isWaitedFor
        ? 'working it out…'
        : unit === 'mm'
          ? `${mm(wide)} × ${mm(high)} mm`
          : `${bareLength(wide, unit)} × ${printInches(high)}`;
  return (
    <li className="group rounded-xl border border-line bg-panel transition-shadow hover:shadow-md">
      <Link to={`/piece/${piece.id}/figure`} className="block rounded-t-xl">
        <div className="flex h-44 items-center justify-center rounded-t-xl bg-bench p-4">
          <PiecePicture piece={piece} card={card} />
        </div>
        <div className="px-3.5 pt-2.5">
          <span className="block truncate font-semibold">{name}</span>
          <span className="block text-sm text-soft">
            {METAL_FACTS[lead.metal].name}
            {lead.rope && ' rope'}, {lead.rope && `${lead.rope.strands} × `}
            {printGauge(strandMm(lead), unit)}
            {more > 0 && `, and ${more} more ${more === 1 ? 'wire' : 'wires'}`}
          </span>
        </div>
      </Link>
      {piece.tags.length > 0 && !edited && (
        <ul aria-label={`Tags of ${name}`} className="flex flex-wrap gap-1 px-3.5 pt-1">
          {piece.tags.map((tag) => (
            <li key={tag} className="rounded-full border border-line px-2 text-xs text-soft">
              {tag}
            </li>
          ))}
        </ul>
      )}
      {edited && (
        <div className="space-y-2 px-3.5 pt-2">
          <NameField
            label="Name"
            value={piece.name}
            most={120}
            focused
            onChange={(to) => change({ name: to })}
          />
          <TypedField
            label="Tags, parted by commas"
            shown={piece.tags.join(', ')}
            inputMode="text"
            read={readTags}
            onRead={(tags) => change({ tags })}
          />
        </div>
      )}
      {underWay && (
        <Link
          to={`/piece/${piece.id}/make/${underWay.id}`}
          className="mx-3.5 mt-1.5 flex min-h-9 items-center gap-2 rounded-md bg-patina-wash px-2.5 text-sm hover:underline"
        >
          <Hammer size={15} aria-hidden="true" />
          {underWay.at
            ? `Being made: step ${underWay.at.step} of ${underWay.at.of}`
            : 'Being made: just begun'}
        </Link>
      )}
      <div className="flex items-center gap-1 px-3.5 pb-2">
        <span className="flex-1 text-sm text-soft">{size}</span>
        <IconButton
          name={edited ? `Done with ${name}` : `Rename or tag ${name}`}
          pressed={edited}
          onClick={() => setEdited(!edited)}
        >
          {edited ? <Check size={16} /> : <Pencil size={16} />}
        </IconButton>
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
