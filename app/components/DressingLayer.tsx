import { memo } from 'react';
import type { Dressing } from '@core/dressing';
import type { Bead, BeadTone, DressMark } from '@core/item';
import type { Vec } from '@core/geometry';
import { wireColours } from './metalColours';
import { strandsAlong } from './ropeStrands';
import { WireStroke } from './WireStroke';

/** Beads are cool and quiet: body, edge and light of each tone. */
const TONES: Readonly<Record<BeadTone, readonly [string, string, string]>> = {
  pearl: ['#dfe6e9', '#7d8b92', '#ffffff'],
  mist: ['#a9bcc6', '#5f727c', '#e9f1f5'],
  sea: ['#4f8f8a', '#1f4f4c', '#bfe3df'],
  slate: ['#66788a', '#33404c', '#b9c7d4'],
  ink: ['#2c3742', '#11181e', '#7c8b99'],
};

const points = (run: readonly Vec[]): string =>
  run.length === 0 ? '' : `M${run.map((p) => `${p.x.toFixed(3)} ${p.y.toFixed(3)}`).join('L')}`;

export function BeadShape({ at, along, bead }: { at: Vec; along: Vec; bead: Bead }) {
  const [body, edge, light] = TONES[bead.tone];
  const turn = (Math.atan2(along.y, along.x) * 180) / Math.PI;
  const [rx, ry] = [bead.lengthMm / 2, bead.acrossMm / 2];
  return (
    <g>
      <ellipse
        cx={at.x}
        cy={at.y}
        rx={rx}
        ry={ry}
        transform={`rotate(${turn} ${at.x} ${at.y})`}
        fill={body}
        stroke={edge}
        strokeWidth={0.14}
      />
      <ellipse
        cx={at.x - ry * 0.25}
        cy={at.y - ry * 0.35}
        rx={Math.min(rx, ry) * 0.34}
        ry={Math.min(rx, ry) * 0.24}
        fill={light}
        fillOpacity={0.85}
      />
    </g>
  );
}

function Mark({ mark }: { mark: DressMark }) {
  switch (mark.kind) {
    case 'wire':
      return (
        <WireStroke
          data={mark.runs.map(points).join('')}
          diameterMm={mark.diameterMm}
          colours={wireColours(mark)}
          strands={mark.rope && strandsAlong(mark.runs, mark)}
        />
      );
    case 'flat':
      return (
        <WireStroke
          data={points(mark.points)}
          diameterMm={mark.widthMm}
          colours={wireColours(mark)}
          cap="butt"
        />
      );
    case 'cord':
      return (
        <path
          d={points(mark.points)}
          fill="none"
          stroke="#3d4b52"
          strokeWidth={mark.widthMm}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
      );
    case 'stone':
      return (
        <g transform={`rotate(${((mark.turnRad ?? 0) * 180) / Math.PI} ${mark.at.x} ${mark.at.y})`}>
          <ellipse
            cx={mark.at.x}
            cy={mark.at.y}
            rx={mark.widthMm / 2}
            ry={mark.heightMm / 2}
            fill="#7f9aa6"
            stroke="#46606c"
            strokeWidth={0.2}
          />
          <ellipse
            cx={mark.at.x - mark.widthMm * 0.14}
            cy={mark.at.y - mark.heightMm * 0.18}
            rx={mark.widthMm * 0.2}
            ry={mark.heightMm * 0.14}
            fill="#dbe8ee"
            fillOpacity={0.7}
          />
        </g>
      );
    case 'bead':
      return <BeadShape at={mark.at} along={mark.along} bead={mark.bead} />;
  }
}

type Layer = 'under' | 'flat' | 'over';
const layerOf = (mark: DressMark): Layer =>
  mark.kind === 'flat' ? 'flat' : mark.kind === 'wire' && mark.under ? 'under' : 'over';

/** What dresses a piece, of one layer: behind the frame, the frame hammered flat, or before it. */
export const DressingLayer = memo(function DressingLayer({
  dressing,
  layer,
}: {
  dressing: Dressing;
  layer: Layer;
}) {
  return (
    <g>
      {dressing.items.map(({ item, marks }) => (
        <MarkList key={item.id} marks={marks.filter((m) => layerOf(m) === layer)} />
      ))}
      {dressing.copies.map(({ part, spot, marks }) => (
        <MarkList key={`${part} ${spot}`} marks={marks.filter((m) => layerOf(m) === layer)} />
      ))}
    </g>
  );
});

export const MarkList = ({ marks }: { marks: readonly DressMark[] }) => (
  <>
    {marks.map((mark, i) => (
      <Mark key={i} mark={mark} />
    ))}
  </>
);
