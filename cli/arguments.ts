import { parseArgs } from 'node:util';
import type { Paper } from '../core/sheet';
import { WORN_AS, type WornAs } from '../core/piece';
import { awgToMm } from '../core/units';
import { METALS, TEMPERS, WIRE_LIMITS_MM, type Metal, type Temper } from '../core/wire';
import { BASES, CORNER_STYLES, type Basis, type CornerStyle } from '../core/strip';

/** What went wrong with a command, in one line. */
export class CommandError extends Error {}

export interface Command {
  readonly name: string;
  readonly files: readonly string[];
  readonly options: PieceOptions;
  /** price of one more wire as mm of doubled wire; may be infinite */
  readonly extraWireMm?: number;
  /** how long a cut list may take */
  readonly seconds?: number;
  readonly pattern: { readonly dpi?: number; readonly paper?: Paper['id']; readonly out?: string };
  readonly trace: { readonly pxPerMm?: number; readonly mode?: 'centreline' | 'outline' };
}

export interface PieceOptions {
  readonly diameterMm?: number;
  readonly metal?: Metal;
  readonly temper?: Temper;
  readonly basis?: Basis;
  readonly corner?: CornerStyle;
  readonly toleranceMm?: number;
  readonly heightMm?: number;
  readonly kitFile?: string;
  readonly wornAs?: WornAs;
}

const PAPER_IDS = ['a4', 'letter'] as const;
const TRACE_MODES = ['centreline', 'outline'] as const;

const text = { type: 'string' } as const;
const OPTIONS = {
  'wire-mm': text,
  awg: text,
  metal: text,
  temper: text,
  basis: text,
  corner: text,
  'tolerance-mm': text,
  kit: text,
  'height-mm': text,
  'worn-as': text,
  'px-per-mm': text,
  dpi: text,
  mode: text,
  'extra-wire-mm': text,
  seconds: text,
  paper: text,
  out: text,
};

/** Reads a command line. @throws CommandError */
export function readCommand(argv: readonly string[]): Command {
  const [name, ...rest] = argv;
  if (!name)
    throw new CommandError(
      'say what to do: trace, route, piece, element, cut, pattern or photo, and a FILE',
    );
  let parsed;
  try {
    parsed = parseArgs({ args: joinNegatives(rest), options: OPTIONS, allowPositionals: true });
  } catch (error) {
    throw new CommandError(
      error instanceof Error ? (error.message.split('\n')[0] ?? '') : String(error),
    );
  }
  if (parsed.positionals.length === 0) throw new CommandError(`${name}: name a file`);
  return {
    name,
    files: parsed.positionals,
    options: readOptions(parsed.values),
    trace: readTraceOptions(parsed.values),
    pattern: {
      ...named('dpi', optional(parsed.values.dpi, 'dpi', 10, 5000)),
      ...pick('paper', parsed.values.paper, PAPER_IDS),
      ...named('out', parsed.values.out),
    },
    ...named('seconds', optional(parsed.values.seconds, 'seconds', 0.1, 600)),
    ...named('extraWireMm', readPrice(parsed.values['extra-wire-mm'])),
  };
}

/** `--wire-mm -1` reads as a value, so that the message can say what is wrong with it. */
function joinNegatives(args: readonly string[]): string[] {
  const out: string[] = [];
  for (const arg of args) {
    const last = out[out.length - 1];
    if (last?.startsWith('--') && !last.includes('=') && /^-[\d.]/.test(arg)) {
      out[out.length - 1] = `${last}=${arg}`;
    } else out.push(arg);
  }
  return out;
}

type Values = Partial<Record<keyof typeof OPTIONS, string>>;

function readOptions(v: Values): PieceOptions {
  if (v['wire-mm'] !== undefined && v.awg !== undefined) {
    throw new CommandError('give either --wire-mm or --awg');
  }
  const diameterMm =
    v.awg !== undefined
      ? awgToMm(numberIn(v.awg, 'awg', 0, 40))
      : optional(v['wire-mm'], 'wire-mm', WIRE_LIMITS_MM.min, WIRE_LIMITS_MM.max);
  return {
    ...(diameterMm === undefined ? {} : { diameterMm }),
    ...pick('metal', v.metal, METALS),
    ...pick('temper', v.temper, TEMPERS),
    ...pick('basis', v.basis, BASES),
    ...pick('corner', v.corner, CORNER_STYLES),
    ...named('toleranceMm', optional(v['tolerance-mm'], 'tolerance-mm', 0.02, 2)),
    ...named('heightMm', optional(v['height-mm'], 'height-mm', 0.1, 5000)),
    ...named('kitFile', v.kit),
    ...named('wornAs', pick('worn-as', v['worn-as'], WORN_AS)['worn-as']),
  };
}

function readTraceOptions(v: Values): Command['trace'] {
  if (v['px-per-mm'] !== undefined && v.dpi !== undefined) {
    throw new CommandError('give either --px-per-mm or --dpi');
  }
  const dpi = optional(v.dpi, 'dpi', 10, 5000);
  const pxPerMm = dpi === undefined ? optional(v['px-per-mm'], 'px-per-mm', 0.2, 200) : dpi / 25.4;
  return { ...named('pxPerMm', pxPerMm), ...pick('mode', v.mode, TRACE_MODES) };
}

function readPrice(value: string | undefined): number | undefined {
  return value === 'inf' ? Infinity : optional(value, 'extra-wire-mm', 0, 1e6);
}

function named<K extends string, T>(key: K, value: T | undefined): Partial<Record<K, T>> {
  return value === undefined ? {} : ({ [key]: value } as Record<K, T>);
}

function optional(
  value: string | undefined,
  name: string,
  min: number,
  max: number,
): number | undefined {
  return value === undefined ? undefined : numberIn(value, name, min, max);
}

function numberIn(value: string, name: string, min: number, max: number): number {
  const n = Number(value);
  if (value.trim() === '' || !Number.isFinite(n) || n < min || n > max) {
    const also = name === 'extra-wire-mm' ? ', or inf' : '';
    throw new CommandError(`--${name} ${value}: give a number from ${min} to ${max}${also}`);
  }
  return n;
}

function pick<K extends string, T extends string>(
  key: K,
  value: string | undefined,
  from: readonly T[],
): Partial<Record<K, T>> {
  if (value === undefined) return {};
  const found = from.find((f) => f === value);
  if (!found) throw new CommandError(`--${key} ${value}: choose one of ${from.join(', ')}`);
  return named(key, found);
}
