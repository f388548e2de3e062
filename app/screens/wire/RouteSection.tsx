import { Play, Square } from 'lucide-react';
import { RadioGroup } from 'radix-ui';
import type { RouteOverview } from '@core/plan';
import { printBoth, printLength } from '@core/units';
import { Button, Choices, Section } from '~/components/ui';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { withRoute } from './routeEdits';
import { usePlay } from './usePlay';

const wireWords = (n: number): string => (n === 1 ? 'One wire' : `${n} wires`);

/** How the figure is run: its choices side by side, and the way itself to watch. */
export function RouteSection({ overview }: { overview: RouteOverview | null }) {
  const piece = usePiece();
  const edit = useEdit();
  const { settings, planState } = useWorkbench();
  const { playing, toggle } = usePlay();
  const plan = planState.plan;
  if (!overview || overview.choices.length === 0 || !plan) return null;
  const drawn = piece.paths.filter((p) => p.nodes.length > 1).length;
  const { route } = piece;
  const choose = (value: string): void =>
    edit((p) =>
      value === 'drawn' ? { ...p, route: null } : withRoute(p, overview, { wires: Number(value) }),
    );
  const used = plan.route ? String(plan.wires.length) : 'drawn';
  // Run as drawn and none doubled is one choice, not two.
  const choices = overview.choices.filter(
    (c) => c.wires !== drawn || c.doubledMm > 0.005 || used === String(c.wires),
  );
  const rows = [
    {
      value: 'drawn',
      name: `${wireWords(drawn)}, as drawn`,
      doubled: 'each line once',
    },
    ...choices.map((c) => ({
      value: String(c.wires),
      name: wireWords(c.wires),
      doubled:
        c.doubledMm < 0.005 ? 'none doubled' : `${printBoth(c.doubledMm, settings.unit)} doubled`,
    })),
  ];
  return (
    <Section
      title="How it is run"
      aside={
        <Button look="quiet" onClick={toggle} aria-pressed={playing}>
          {playing ? (
            <Square size={14} aria-hidden="true" />
          ) : (
            <Play size={14} aria-hidden="true" />
          )}
          {playing ? 'Stop' : 'Play'}
        </Button>
      }
    >
      <RadioGroup.Root
        value={used}
        onValueChange={choose}
        aria-label="How it is run"
        className="overflow-hidden rounded-md border border-line"
      >
        {rows.map((row) => (
          <RadioGroup.Item
            key={row.value}
            value={row.value}
            className="group flex min-h-10 w-full items-center gap-2.5 border-b border-line bg-raised px-3 text-left text-sm last:border-b-0 data-[state=checked]:bg-patina-wash data-[state=checked]:font-semibold"
          >
            <span className="size-3.5 shrink-0 rounded-full border border-soft group-data-[state=checked]:border-[4.5px] group-data-[state=checked]:border-patina" />
            <span className="flex-1 whitespace-nowrap">{row.name}</span>
            <span className="text-right text-soft">{row.doubled}</span>
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {overview.parts > 1 && (
        <Choices
          label={`${overview.parts} separate parts`}
          value={route?.bridge ? 'bridge' : 'apart'}
          options={[
            { value: 'apart', label: 'stay apart' },
            {
              value: 'bridge',
              label: `bridged, + ${printLength(overview.bridgedMm, settings.unit)}`,
            },
          ]}
          onChange={(v) =>
            edit((p) =>
              // One wire for each part as it is, one in all when they are bridged.
              withRoute(p, overview, {
                bridge: v === 'bridge',
                wires: v === 'bridge' ? 1 : overview.parts,
              }),
            )
          }
        />
      )}
      {plan.route && <Proof route={plan.route} />}
    </Section>
  );
}

/** Whether a better way exists, in words. */
function Proof({
  route,
}: {
  route: {
    optimal: boolean;
    doubledMm: number;
    boundMm: number;
    drawnMm: number;
    bridgedMm: number;
  };
}) {
  const { settings } = useWorkbench();
  const total = route.drawnMm + route.bridgedMm + route.doubledMm;
  return (
    <p className="text-sm" role="status">
      {route.optimal
        ? 'No route doubles less with as many wires.'
        : 'This route is short, but with so many junctions it is not proven that none doubles less.'}{' '}
      <span className="text-soft">
        Lines run in all: {printBoth(total, settings.unit)}
        {route.bridgedMm > 0 && `, ${printLength(route.bridgedMm, settings.unit)} of it bridges`}.
      </span>
    </p>
  );
}
