import {
  printAngle,
  printBoth,
  printGauge,
  printLength,
  printNumber,
  printSize,
  printThickness,
  type LengthUnit,
} from '../units';

/** A number in a sentence, in mm or radians, printed when the sentence is read. */
export type Quantity =
  | {
      readonly as: 'length' | 'other' | 'both' | 'thickness' | 'size' | 'gauge';
      readonly mm: number;
    }
  | { readonly as: 'angle'; readonly rad: number }
  | { readonly as: 'number'; readonly value: number; readonly decimals: number }
  /** quarters as they are said: 2, 2.5, 1.25 */
  | { readonly as: 'count'; readonly value: number }
  /** with a capital letter, where it opens a sentence */
  | { readonly as: 'capital'; readonly said: Said }
  | {
      readonly as: 'counted';
      readonly count: number;
      /** what is counted, of one and of several */
      readonly one: string;
      readonly more: string;
    };

export type Part = string | number | Quantity | Said;

/**
 * A sentence that has not been put into words yet: its fixed texts and, between them, what it speaks of. The core
 * says everything so; plain data, it goes through workers, and the unit is chosen when it is read. Its texts together
 * name it, so that another language is a table from these to those.
 */
export interface Said {
  readonly texts: readonly string[];
  readonly parts: readonly Part[];
}

/** A sentence with quantities: say`${asLength(12)} of the stretch stay bare`. */
export const say = (texts: TemplateStringsArray, ...parts: readonly Part[]): Said => ({
  texts: [...texts],
  parts,
});

/** A length, mm: one decimal, or inches in fractions. */
export const asLength = (mm: number): Quantity => ({ as: 'length', mm });
/** A length in the unit that does not lead. */
export const asOther = (mm: number): Quantity => ({ as: 'other', mm });
/** A length in both units. */
export const asBoth = (mm: number): Quantity => ({ as: 'both', mm });
/** The thickness of wire, a hole or a gap, mm: two decimals, or thousandths of an inch. */
export const asThickness = (mm: number): Quantity => ({ as: 'thickness', mm });
/** What a tool measures, mm: as short as it can be said. */
export const asSize = (mm: number): Quantity => ({ as: 'size', mm });
/** The thickness of a wire with its gauge number. */
export const asGauge = (mm: number): Quantity => ({ as: 'gauge', mm });
/** A turn, radians. */
export const asAngle = (rad: number): Quantity => ({ as: 'angle', rad });
export const asNumber = (value: number, decimals: number): Quantity => ({
  as: 'number',
  value,
  decimals,
});
/** How often, in quarters: 2, 2.5, 1.25. */
export const asCount = (value: number): Quantity => ({ as: 'count', value });
/** What opens a sentence. */
export const capital = (said: Said): Quantity => ({ as: 'capital', said });
/** A count with what is counted: “1 bead”, “3 beads”. */
export const counted = (count: number, one: string, more: string): Quantity => ({
  as: 'counted',
  count,
  one,
  more,
});

/** Several sentences or words as one, with something between them. */
export const joined = (all: readonly Said[], between = ' '): Said => ({
  texts: all.length === 0 ? [''] : ['', ...all.slice(1).map(() => between), ''],
  parts: all,
});

function printed(part: Part, unit: LengthUnit): string {
  if (typeof part === 'string') return part;
  if (typeof part === 'number') return String(part);
  if ('texts' in part) return inWords(part, unit);
  switch (part.as) {
    case 'length':
      return printLength(part.mm, unit);
    case 'other':
      return printLength(part.mm, unit === 'mm' ? 'in' : 'mm');
    case 'both':
      return printBoth(part.mm, unit);
    case 'thickness':
      return printThickness(part.mm, unit);
    case 'size':
      return printSize(part.mm, unit);
    case 'gauge':
      return printGauge(part.mm, unit);
    case 'angle':
      return printAngle(part.rad);
    case 'number':
      return printNumber(part.value, part.decimals);
    case 'count':
      return String(Number(printNumber(part.value, 2)));
    case 'capital': {
      const text = inWords(part.said, unit);
      return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
    }
    case 'counted':
      return `${part.count} ${part.count === 1 ? part.one : part.more}`;
  }
}

/** A sentence as it is read, in the maker's leading unit. */
export const inWords = ({ texts, parts }: Said, unit: LengthUnit): string =>
  texts.map((text, i) => (i === 0 ? text : `${printed(parts[i - 1]!, unit)}${text}`)).join('');
