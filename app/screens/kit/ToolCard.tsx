import { Trash2 } from 'lucide-react';
import type { KitTool } from '@core/forming';
import { printNumber, type LengthUnit } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { NameField } from '~/components/NameField';
import { SizesField } from '~/components/SizesField';
import { Choices, IconButton } from '~/components/ui';
import { ToolPicture } from './ToolPicture';

/** One tool of the kit with its sizes. */
export function ToolCard({
  tool,
  unit,
  change,
  remove,
}: {
  tool: KitTool;
  unit: LengthUnit;
  change: (tool: KitTool) => void;
  remove: () => void;
}) {
  return (
    <li className="rounded-lg border border-line bg-raised p-3.5" aria-label={tool.name}>
      <div className="flex items-start gap-3">
        <div className="min-w-0 flex-1">
          <NameField
            label="Tool"
            value={tool.name}
            onChange={(name) => change({ ...tool, name })}
          />
        </div>
        <ToolPicture tool={tool} />
        <IconButton name={`Take ${tool.name} out`} onClick={remove}>
          <Trash2 size={16} />
        </IconButton>
      </div>
      <div className="mt-2 grid gap-3 sm:grid-cols-2">
        <Sizes tool={tool} unit={unit} change={change} />
        {'grip' in tool && (
          <Choices
            label="Grips a bend"
            value={tool.grip}
            options={[
              { value: 'centre', label: 'at its middle' },
              { value: 'edge', label: 'where it begins' },
            ]}
            onChange={(grip) => change({ ...tool, grip })}
          />
        )}
      </div>
    </li>
  );
}

function Sizes({
  tool,
  unit,
  change,
}: {
  tool: KitTool;
  unit: LengthUnit;
  change: (tool: KitTool) => void;
}) {
  const length = (
    label: string,
    valueMm: number,
    set: (mm: number) => KitTool,
    limits: { min?: number; max?: number; hint?: string } = {},
  ) => (
    <LengthField
      label={label}
      valueMm={valueMm}
      unit={unit}
      min={limits.min ?? 0.3}
      max={limits.max ?? 500}
      decimals={2}
      onChange={(mm) => change(set(mm))}
      {...(limits.hint ? { hint: limits.hint } : {})}
    />
  );
  switch (tool.kind) {
    case 'stepped':
      return (
        <SizesField
          label="Steps across"
          valuesMm={tool.stepsMm}
          max={100}
          most={40}
          onChange={(stepsMm) => change({ ...tool, stepsMm })}
        />
      );
    case 'mandrels':
      return (
        <SizesField
          label="Sizes across"
          valuesMm={tool.sizesMm}
          max={300}
          most={80}
          onChange={(sizesMm) => change({ ...tool, sizesMm })}
        />
      );
    case 'round-nose':
      return (
        <>
          {length('Tip across', tool.tipMm, (tipMm) => ({ ...tool, tipMm }), { max: tool.baseMm })}
          {length('Base across', tool.baseMm, (baseMm) => ({ ...tool, baseMm }), {
            min: tool.tipMm,
          })}
          {length('Length of the jaw', tool.lengthMm, (lengthMm) => ({ ...tool, lengthMm }))}
        </>
      );
    case 'ring-mandrel':
      return (
        <>
          {length('Thin end across', tool.fromMm, (fromMm) => ({ ...tool, fromMm }), {
            max: tool.toMm,
          })}
          {length('Thick end across', tool.toMm, (toMm) => ({ ...tool, toMm }), {
            min: tool.fromMm,
          })}
        </>
      );
    case 'jaws':
      return (
        <>
          {length('Jaw width', tool.widthMm, (widthMm) => ({ ...tool, widthMm }), {
            hint: 'Room it needs between two bends; a spacing gauge too.',
          })}
          <Choices
            label="Edge of the jaw"
            value={tool.edgeMm === null ? 'usual' : 'own'}
            options={[
              { value: 'usual', label: 'usual' },
              { value: 'own', label: 'measured' },
            ]}
            onChange={(v) => change({ ...tool, edgeMm: v === 'usual' ? null : 0.3 })}
          />
          {tool.edgeMm !== null &&
            length('Inside radius it leaves', tool.edgeMm, (edgeMm) => ({ ...tool, edgeMm }), {
              min: 0.05,
              max: 10,
            })}
        </>
      );
    case 'nylon':
      return length('Jaw width', tool.widthMm, (widthMm) => ({ ...tool, widthMm }));
    case 'found':
      return (
        <>
          <Choices
            label="Measured"
            value={tool.by}
            options={[
              { value: 'across', label: 'across' },
              { value: 'girth', label: 'round it' },
            ]}
            onChange={(by) => change({ ...tool, by })}
          />
          {tool.by === 'across'
            ? length('Across', tool.diameterMm, (diameterMm) => ({ ...tool, diameterMm }))
            : length(
                'Girth, a strip of paper round it',
                tool.diameterMm * Math.PI,
                (mm) => ({ ...tool, diameterMm: mm / Math.PI }),
                { max: 1500, hint: `That is ${printNumber(tool.diameterMm, 2)} mm across.` },
              )}
        </>
      );
  }
}
