import { useState } from 'react';
import { Eraser, RotateCcw } from 'lucide-react';
import { Slider } from 'radix-ui';
import { printBoth, type LengthUnit } from '@core/units';
import type { PictureSize } from '@core/piece';
import { LengthField } from '~/components/LengthField';
import { Button, Choices, Picker, Section } from '~/components/ui';
import type { PictureInHand } from '~/screens/useTracing';
import { firstSize, SHEETS, type Tool, type TraceChoices } from './choices';

export function RangeField({
  label,
  value,
  min,
  max,
  step,
  words,
  onChange,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  words: string;
  onChange: (value: number) => void;
}) {
  return (
    <div>
      <div className="mb-1 flex items-baseline justify-between text-sm">
        <span className="text-soft">{label}</span>
        <span>{words}</span>
      </div>
      <Slider.Root
        value={[value]}
        min={min}
        max={max}
        step={step}
        onValueChange={([v]) => onChange(v ?? value)}
        className="relative flex h-7 touch-none items-center"
      >
        <Slider.Track className="relative h-1.5 grow rounded-full bg-line">
          <Slider.Range className="absolute h-full rounded-full bg-patina" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={label}
          aria-valuetext={words}
          className="block size-5 rounded-full border-2 border-patina bg-raised"
        />
      </Slider.Root>
    </div>
  );
}

const paleWords = (v: number): string =>
  v === 0
    ? 'as found'
    : v > 0
      ? `paler by ${Math.round(v * 100)} %`
      : `darker by ${Math.round(-v * 100)} %`;

/** What is followed in the picture, and how. */
export function LinesSection({
  choices,
  change,
  tool,
  setTool,
}: {
  choices: TraceChoices;
  change: (next: Partial<TraceChoices>) => void;
  tool: Tool;
  setTool: (tool: Tool) => void;
}) {
  return (
    <Section title="What to follow">
      <Choices
        label="The wire follows"
        value={choices.mode}
        options={[
          { value: 'centreline', label: 'the pen’s line' },
          { value: 'outline', label: 'filled shapes’ rims' },
        ]}
        onChange={(mode) => change({ mode, dropped: [] })}
      />
      <RangeField
        label="How pale a line may be"
        value={choices.sensitivity}
        min={-1}
        max={1}
        step={0.05}
        words={paleWords(choices.sensitivity)}
        onChange={(sensitivity) => change({ sensitivity })}
      />
      {choices.mode === 'centreline' && (
        <RangeField
          label="Join gaps of the pen up to"
          value={choices.gapPens}
          min={0}
          max={8}
          step={0.5}
          words={choices.gapPens === 0 ? 'no gaps' : `${choices.gapPens} pen widths`}
          onChange={(gapPens) => change({ gapPens })}
        />
      )}
      <div className="flex gap-2">
        <Button
          aria-pressed={tool === 'erase'}
          look={tool === 'erase' ? 'main' : 'plain'}
          onClick={() => setTool(tool === 'erase' ? 'look' : 'erase')}
        >
          <Eraser size={16} aria-hidden="true" /> Leave out a region
        </Button>
        {choices.erased.length > 0 && (
          <Button onClick={() => change({ erased: choices.erased.slice(0, -1) })}>
            <RotateCcw size={16} aria-hidden="true" /> Bring back
          </Button>
        )}
      </div>
      {tool === 'erase' && (
        <p className="text-xs text-soft">
          Drag over writing, stains or edges that are not part of the figure.
        </p>
      )}
    </Section>
  );
}

const WAYS: readonly { value: PictureSize['by']; label: string }[] = [
  { value: 'height', label: 'finished height' },
  { value: 'width', label: 'finished width' },
  { value: 'points', label: 'two points of known distance' },
  { value: 'sheet', label: 'the corners of the sheet' },
  { value: 'dpi', label: 'the picture’s resolution' },
];

/** How large the figure is meant to be. */
export function SizeSection({
  size,
  scale,
  picture,
  unit,
  onSize,
}: {
  size: PictureSize;
  scale: number;
  picture: PictureInHand;
  unit: LengthUnit;
  onSize: (size: PictureSize) => void;
}) {
  return (
    <Section title="Size">
      <Picker
        label="Size comes from"
        value={size.by}
        options={WAYS}
        onChange={(by) => onSize(firstSize(by, picture, size))}
      />
      {(size.by === 'height' || size.by === 'width') && (
        <LengthField
          label={size.by === 'height' ? 'Height' : 'Width'}
          valueMm={size.mm}
          unit={unit}
          min={0.5}
          onChange={(mm) => onSize({ ...size, mm })}
          hint="Type 35 mm or 1 3/8 in."
        />
      )}
      {Math.abs(scale - 1) > 1e-6 && (
        <div className="text-sm">
          <p className="text-soft">
            The figure was brought to {Math.round(scale * 100)} % of this since; that is kept.
          </p>
          <Button look="quiet" onClick={() => onSize(size)}>
            Back to 100 %
          </Button>
        </div>
      )}
      {size.by === 'points' && (
        <LengthField
          label="Between the two points"
          valueMm={size.mm}
          unit={unit}
          min={0.5}
          onChange={(mm) => onSize({ ...size, mm })}
          hint="Drag the points onto the picture, or move them with the arrow keys."
        />
      )}
      {size.by === 'sheet' && <SheetFields size={size} unit={unit} onSize={onSize} />}
      {size.by === 'dpi' && (
        <DpiField size={size} stated={picture.pxPerMm !== null} onSize={onSize} />
      )}
    </Section>
  );
}

function DpiField({
  size,
  stated,
  onSize,
}: {
  size: Extract<PictureSize, { by: 'dpi' }>;
  stated: boolean;
  onSize: (size: PictureSize) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const value = Number(typed);
  const wrong = typed !== null && !(value >= 10 && value <= 10_000);
  return (
    <label className="block">
      <span className="mb-1 block text-sm text-soft">Pixels to the inch</span>
      <input
        inputMode="numeric"
        className="h-9 w-full rounded-md border border-line bg-raised px-2 text-sm"
        value={typed ?? String(size.dpi)}
        onChange={(e) => {
          setTyped(e.target.value);
          const dpi = Number(e.target.value);
          if (dpi >= 10 && dpi <= 10_000) onSize({ by: 'dpi', dpi });
        }}
        onBlur={() => setTyped(null)}
      />
      <span className={`mt-1 block text-xs ${wrong ? 'text-alert' : 'text-soft'}`}>
        {wrong
          ? `Give a number from 10 to 10000. It stays at ${size.dpi}.`
          : stated
            ? 'As the file states it.'
            : 'The file does not state it; scanners are often set to 300.'}
      </span>
    </label>
  );
}

function SheetFields({
  size,
  unit,
  onSize,
}: {
  size: Extract<PictureSize, { by: 'sheet' }>;
  unit: LengthUnit;
  onSize: (size: PictureSize) => void;
}) {
  const matches = (w: number, h: number): boolean =>
    Math.abs(size.widthMm - w) < 0.05 && Math.abs(size.heightMm - h) < 0.05;
  const known = SHEETS.find(
    (s) => matches(s.widthMm, s.heightMm) || matches(s.heightMm, s.widthMm),
  );
  const lying = size.widthMm > size.heightMm;
  return (
    <>
      <Picker
        label="Sheet of paper"
        value={known?.id ?? 'own'}
        options={[
          ...SHEETS.map((s) => ({ value: s.id, label: s.name })),
          { value: 'own', label: 'own size' },
        ]}
        onChange={(id) => {
          const sheet = SHEETS.find((s) => s.id === id);
          if (!sheet) {
            onSize({ ...size, widthMm: 100, heightMm: 150 });
            return;
          }
          const [w, h] = [sheet.widthMm, sheet.heightMm];
          onSize({ ...size, widthMm: lying ? h : w, heightMm: lying ? w : h });
        }}
      />
      {!known && (
        <>
          <LengthField
            label="Sheet across"
            valueMm={size.widthMm}
            unit={unit}
            min={5}
            onChange={(widthMm) => onSize({ ...size, widthMm })}
          />
          <LengthField
            label="Sheet down"
            valueMm={size.heightMm}
            unit={unit}
            min={5}
            onChange={(heightMm) => onSize({ ...size, heightMm })}
          />
        </>
      )}
      <Choices
        label="In the picture it stands"
        value={lying ? 'lying' : 'upright'}
        options={[
          { value: 'upright', label: 'upright' },
          { value: 'lying', label: 'on its side' },
        ]}
        onChange={(way) => {
          if ((way === 'lying') === lying) return;
          onSize({ ...size, widthMm: size.heightMm, heightMm: size.widthMm });
        }}
      />
      <p className="text-xs text-soft">
        Drag the four rings onto the corners of the sheet. This also takes out the slant of the
        picture.
      </p>
    </>
  );
}

/** The strokes by length, to be kept or dropped. */
export function StrokesSection({
  lengths,
  tookMs,
  dropped,
  chosen,
  unit,
  onToggle,
  onPoint,
}: {
  /** mm at the chosen size; null while there is no size */
  lengths: readonly (number | null)[];
  tookMs: number;
  dropped: ReadonlySet<number>;
  chosen: number | null;
  unit: LengthUnit;
  onToggle: (index: number) => void;
  onPoint: (index: number | null) => void;
}) {
  const shown = lengths.slice(0, 80);
  const count = lengths.length - dropped.size;
  return (
    <Section
      title={lengths.length === 1 ? 'One line found' : `${lengths.length} lines found`}
      aside={
        <span className="text-xs text-soft">
          {count} kept, traced in {(tookMs / 1000).toFixed(1)} s
        </span>
      }
    >
      <ul className="space-y-0.5">
        {shown.map((mm, i) => (
          <li key={i}>
            <label
              className={`flex min-h-9 items-center gap-2 rounded-md px-2 text-sm ${chosen === i ? 'bg-patina-wash' : ''}`}
              onPointerEnter={() => onPoint(i)}
              onPointerLeave={() => onPoint(null)}
            >
              <input
                type="checkbox"
                className="size-4 accent-(--patina)"
                checked={!dropped.has(i)}
                onChange={() => onToggle(i)}
              />
              Line {i + 1}
              <span className="flex-1 text-right text-soft">
                {mm === null ? '' : printBoth(mm, unit)}
              </span>
            </label>
          </li>
        ))}
      </ul>
      {lengths.length > shown.length && (
        <p className="text-sm text-soft">and {lengths.length - shown.length} more on the picture</p>
      )}
    </Section>
  );
}
