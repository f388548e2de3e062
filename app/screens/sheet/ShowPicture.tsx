import { useRef, useState } from 'react';
import { Image, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { toast } from 'sonner';
import { finishedBox, pieceBox, type Dressing } from '@core/dressing';
import { bothBoxes, growBox, type Box } from '@core/geometry';
import type { Piece } from '@core/piece';
import type { Plan } from '@core/plan';
import { printLength, type LengthUnit } from '@core/units';
import { saveFile } from '~/components/saveFile';
import { Tick } from '~/components/Tick';
import { Button } from '~/components/ui';
import { WireDrawing } from '~/components/WireDrawing';
import { report } from '~/storage/report';
import { standaloneSvg, svgToPng } from './standaloneSvg';

/** The longer side of a picture of points, px. */
const LONG_PX = 1_600;
const INK = '#1d2b2a';
const PAPER = '#ffffff';

interface Shown {
  readonly name: string;
  readonly piece: Piece;
  readonly plan: Plan;
  readonly dressing: Dressing;
  readonly unit: LengthUnit;
}

/** What is seen and saved; worked out when it is opened. */
function Picture({ name, piece, plan, dressing, unit }: Shown) {
  const [sizes, setSizes] = useState(false);
  const drawing = useRef<SVGSVGElement>(null);
  const own = pieceBox(plan, dressing);
  const all = finishedBox(plan, dressing);
  if (!own || !all) return null;
  const large = Math.max(all.maxX - all.minX, all.maxY - all.minY);
  const margin = 0.07 * large;
  const room = sizes
    ? { ...own, minX: own.minX - 2.2 * margin, maxY: own.maxY + 2.2 * margin }
    : own;
  const box = growBox(bothBoxes(all, room), margin);
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  const svgText = (): string => {
    if (!drawing.current) throw new Error('There is no drawing.');
    return standaloneSvg(drawing.current, width, height);
  };
  const savePng = async (): Promise<void> => {
    try {
      const scale = LONG_PX / Math.max(width, height);
      const [w, h] = [Math.round(width * scale), Math.round(height * scale)];
      saveFile(`${name}.png`, await svgToPng(svgText(), w, h), 'image/png');
    } catch (error) {
      report(error, 'the picture of the piece');
      toast.error('The picture could not be made. Save it as SVG instead.');
    }
  };
  return (
    <>
      <div className="overflow-hidden rounded-lg border border-line">
        <svg
          ref={drawing}
          viewBox={`${box.minX} ${box.minY} ${width} ${height}`}
          className="max-h-[60dvh] w-full"
          role="img"
          aria-label={`Picture of ${name}`}
        >
          <rect x={box.minX} y={box.minY} width={width} height={height} fill={PAPER} />
          <WireDrawing piece={piece} plan={plan} dressing={dressing} />
          {sizes && <Sizes box={own} off={1.2 * margin} unit={unit} large={large} />}
        </svg>
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <div className="flex-1">
          <Tick label="With its size" value={sizes} set={setSizes} />
        </div>
        <Button onClick={() => saveFile(`${name}.svg`, svgText(), 'image/svg+xml')}>
          Save as SVG
        </Button>
        <Button look="main" onClick={() => void savePng()}>
          Save as PNG
        </Button>
      </div>
    </>
  );
}

/** The finished piece as a picture to show or to send, with its size or without. */
export function ShowPicture(shown: Shown) {
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>
        <Button>
          <Image size={16} aria-hidden="true" /> A picture to show
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed left-1/2 top-1/2 z-50 flex max-h-[92dvh] w-[min(40rem,94vw)] -translate-x-1/2 -translate-y-1/2 flex-col gap-3 overflow-y-auto rounded-xl border border-line bg-panel p-5"
        >
          <div className="flex items-center justify-between">
            <Dialog.Title className="font-semibold">A picture to show</Dialog.Title>
            <Dialog.Close aria-label="Close" className="rounded-md p-1.5 hover:bg-patina-wash">
              <X size={18} />
            </Dialog.Close>
          </div>
          <Picture {...shown} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** Height at the left and width below, over everything but what goes round the neck. */
function Sizes({
  box,
  off,
  unit,
  large,
}: {
  box: Box;
  /** so far from the piece, mm */
  off: number;
  unit: LengthUnit;
  /** of the picture, mm */
  large: number;
}) {
  const thin = large / 400;
  const tick = large / 60;
  const font = large / 24;
  const [x, y] = [box.minX - off, box.maxY + off];
  const [midX, midY] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const text = {
    fontSize: font,
    fontFamily: 'sans-serif',
    fill: INK,
    textAnchor: 'middle' as const,
  };
  return (
    <g stroke={INK} strokeWidth={thin} fill="none">
      <path
        d={`M${x} ${box.minY}V${box.maxY}M${x - tick} ${box.minY}h${2 * tick}M${x - tick} ${box.maxY}h${2 * tick}`}
      />
      <path
        d={`M${box.minX} ${y}H${box.maxX}M${box.minX} ${y - tick}v${2 * tick}M${box.maxX} ${y - tick}v${2 * tick}`}
      />
      <g stroke="none">
        <text {...text} transform={`translate(${x - font * 0.5} ${midY}) rotate(-90)`}>
          {printLength(box.maxY - box.minY, unit)}
        </text>
        <text {...text} x={midX} y={y + font * 1.3}>
          {printLength(box.maxX - box.minX, unit)}
        </text>
      </g>
    </g>
  );
}
