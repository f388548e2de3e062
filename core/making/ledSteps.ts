import { isLed, type Dressed } from '../dressing';
import { actOrder, type OrderPart, type Twisting } from '../item';
import { counted, say } from '../words';
import type { Assembly } from './assembly';
import type { Making, MakeStep } from './makeStep';
import { dressOrders } from './orders';
import type { Task } from './taskBook';
import { turnsOf, twistedGroups } from './twistedLeads';

/** The places of a led wire, with what is done at each; of a part of it if that is said. */
export function placesOf({ item, acts = [] }: Dressed, part?: OrderPart): MakeStep['places'] {
  if (!isLed(item)) return [];
  return acts.flatMap((laid, i) => {
    if (part && (i < part.from || i >= part.to)) return [];
    const said = actOrder(item.acts[i]!, laid, part?.loose.includes(i));
    return [{ said, at: laid.at }];
  });
}

/** Whether something between two tasks of the order waits for the first. */
function isWaitedFor({ tasks, precedences }: Assembly, group: readonly Task[]): boolean {
  const [from, to] = [tasks.indexOf(group[0]!), tasks.indexOf(group.at(-1)!)];
  const after = new Set(group.map((t) => t.id));
  return tasks.slice(from, to).some((t) => {
    if (group.includes(t)) return false;
    const waits = precedences.some((p) => p.then === t.id && after.has(p.first));
    if (waits) after.add(t.id);
    return waits;
  });
}

/** Steps of wires that are twisted with each other: worked in turn where the last of them has its place. */
export function twistedTurns(
  making: Making,
  stepsOf: (task: Task) => MakeStep[],
): ReadonlyMap<Task, MakeStep[]> {
  const { assembly, dressing } = making;
  const found = new Map<Task, MakeStep[]>();
  const items = assembly.tasks.flatMap((t) => dressing.items.filter((d) => d.item.id === t.itemId));
  for (const { ids, ones, pairs } of twistedGroups(items)) {
    const tasks = assembly.tasks.filter((t) => t.itemId !== null && ids.includes(t.itemId));
    if (tasks.length !== ids.length || isWaitedFor(assembly, tasks)) continue;
    const own = ids.map((id) => ({
      d: items.find((d) => d.item.id === id)!,
      whole: stepsOf(tasks.find((t) => t.itemId === id)!)[0]!,
    }));
    const steps = turnsOf(ones, pairs).map((turn, n): MakeStep => {
      if (turn.does === 'twist') return twistStep(turn.twisting, own, n);
      const { one, part } = turn;
      return ledStep(own[one]!, `${one + 1} of ${ids.length}`, part, n);
    });
    tasks.forEach((t, i) => found.set(t, i + 1 < tasks.length ? [] : steps));
  }
  return found;
}

interface LedWhole {
  readonly d: Dressed;
  readonly whole: MakeStep;
}

/** Some places of a wire that is led in turn with another. */
function ledStep({ d, whole }: LedWhole, which: string, part: OrderPart, n: number): MakeStep {
  const count = part.to - part.from;
  const name = d.wires.length > 0 ? say`Led wire ${which}` : d.title;
  const [begins, ends] = [part.from === 0, part.to === d.acts?.length];
  const rows = (d.acts ?? [])
    .slice(part.from, part.to)
    .reduce((sum, a, i) => sum + (isWovenAt(d, part.from + i) ? a.turns : 0), 0);
  return {
    ...whole,
    id: begins ? whole.id : `${whole.id}:${n}`,
    title:
      count === 1
        ? say`${name}, place ${part.to}`
        : say`${name}, places ${part.from + 1} to ${part.to}`,
    headline: say`${counted(count, 'place', 'places')}`,
    orders: dressOrders(d, part),
    places: placesOf(d, part),
    reach: { [d.item.id]: part.to },
    counts: [
      ...(count > 1 ? [{ what: 'places' as const, count }] : []),
      ...(rows > 0 ? [{ what: 'rows' as const, count: rows }] : []),
    ],
    // It is cut before the first of its places, and trimmed after the last.
    cautions: whole.cautions.filter((c) => c.id !== 'cut' || begins || ends),
    ...(!begins && { subline: null, why: [] }),
  };
}

const isWovenAt = ({ item }: Dressed, act: number): boolean =>
  isLed(item) && item.acts[act]?.do === 'weave';

/** Two led wires twisted with each other. */
function twistStep({ a, b }: Twisting, own: readonly LedWhole[], n: number): MakeStep {
  const turnsAt = ({ one, act }: Twisting['a']): number => {
    const { item } = own[one]!.d;
    const done = isLed(item) ? item.acts[act] : undefined;
    return done?.do === 'twist' ? done.turns : 0;
  };
  const turns = Math.max(turnsAt(a), turnsAt(b));
  const { whole, d } = own[b.one]!;
  const at = d.acts?.[b.act]?.at;
  const said = say`Hold both where they part and twist them ${counted(turns, 'time', 'times')} with each other.`;
  return {
    ...whole,
    id: `${whole.id}:twist:${n}`,
    itemIds: [own[a.one]!.d.item.id, d.item.id],
    title: say`Twist led wires ${a.one + 1} and ${b.one + 1} together`,
    headline: say`${counted(turns, 'turn', 'turns')}`,
    subline: null,
    orders: [said],
    places: at ? [{ said, at }] : [],
    reach: { [own[a.one]!.d.item.id]: a.act + 1, [d.item.id]: b.act + 1 },
    counts: [{ what: 'turns', count: Math.ceil(turns) }],
    handed: null,
    tool: say`flat-nose pliers`,
    cautions: [],
    why: [],
  };
}
