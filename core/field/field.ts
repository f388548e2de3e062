import { z } from 'zod';

/**
 * What a number follows when a piece is made larger or smaller: the figure's size, the size of loops,
 * or the wire's thickness. A number that follows nothing stays.
 */
export type Scale = 'size' | 'loop' | 'wire';

/** How a field is asked for. */
export type Control =
  | {
      readonly as: 'number';
      readonly unit: 'mm' | 'count' | 'grams';
      readonly min: number;
      readonly max: number;
      readonly decimals: number;
      /** may be left open: what that means */
      readonly open?: string;
    }
  | {
      readonly as: 'choice';
      readonly options: readonly { readonly value: string; readonly label: string }[];
      /** many options are picked from a list */
      readonly many: boolean;
    }
  | {
      readonly as: 'flag';
      /** words for both, where a tick is not enough */
      readonly words?: { readonly yes: string; readonly no: string };
    }
  /** lengths that follow each other, mm */
  | { readonly as: 'lengths'; readonly min: number; readonly max: number; readonly most: number }
  | { readonly as: 'beads'; readonly most: number }
  | { readonly as: 'thread' }
  | { readonly as: 'acts' }
  /** kept, but not asked for */
  | { readonly as: 'none' };

/** One thing that is chosen: its name, its limits, and how it is asked for and kept. */
export interface Field<T> {
  readonly label: string;
  readonly control: Control;
  readonly schema: z.ZodType<T>;
  readonly scales?: Scale;
}
export type Fields = Readonly<Record<string, Field<unknown>>>;
/** The values of fields. */
export type ValuesOf<F extends Fields> = {
  [P in keyof F]: F[P] extends Field<infer T> ? T : never;
};

function numeric(
  label: string,
  unit: 'mm' | 'count' | 'grams',
  min: number,
  max: number,
  decimals: number,
  schema: z.ZodType<number>,
  scales?: Scale,
): Field<number> {
  const control: Control = { as: 'number', unit, min, max, decimals };
  return { label, control, schema, ...(scales && { scales }) };
}

/** A length, mm. */
export const lengthField = (
  label: string,
  min: number,
  max: number,
  { decimals = 1, scales }: { decimals?: number; scales?: Scale } = {},
): Field<number> => numeric(label, 'mm', min, max, decimals, z.number().min(min).max(max), scales);

/** A number of whole things. */
export const wholeField = (label: string, min: number, max: number): Field<number> =>
  numeric(label, 'count', min, max, 0, z.number().int().min(min).max(max));

/** A length that may be left open, mm. */
export const lengthOrField = (
  label: string,
  min: number,
  max: number,
  open: string,
): Field<number | null> => ({
  label,
  control: { as: 'number', unit: 'mm', min, max, decimals: 1, open },
  schema: z.number().min(min).max(max).nullable(),
});

/** Lengths that follow each other, one at least, mm. */
export const lengthsField = (
  label: string,
  min: number,
  max: number,
  most: number,
  scales?: Scale,
): Field<number[]> => ({
  label,
  control: { as: 'lengths', min, max, most },
  schema: z.array(z.number().min(min).max(max)).min(1).max(most),
  ...(scales && { scales }),
});

/** A number of turns, whole as it is asked for, in parts where it was reckoned. */
export const turnsField = (label: string, min: number, max: number, decimals = 0): Field<number> =>
  numeric(label, 'count', min, max, decimals, z.number().min(min).max(max));

/** A share. */
export const shareField = (label: string, min: number, max: number): Field<number> =>
  numeric(label, 'count', min, max, 2, z.number().min(min).max(max));

/** A weight, g. */
export const gramsField = (label: string, max: number): Field<number> =>
  numeric(label, 'grams', 0, max, 2, z.number().min(0).max(max));

/** A number of whole things that may be left open. */
export const wholeOrField = (
  label: string,
  min: number,
  max: number,
  open: string,
): Field<number | null> => ({
  label,
  control: { as: 'number', unit: 'count', min, max, decimals: 0, open },
  schema: z.number().int().min(min).max(max).nullable(),
});

/** One of several. */
export function choiceField<const T extends string>(
  label: string,
  options: Readonly<Record<T, string>>,
  many = false,
): Field<T> {
  const values = Object.keys(options) as T[];
  return {
    label,
    control: {
      as: 'choice',
      many,
      options: values.map((value) => ({ value, label: options[value] })),
    },
    schema: z.enum(values),
  };
}

export const flagField = (
  label: string,
  words?: { readonly yes: string; readonly no: string },
): Field<boolean> => ({
  label,
  control: { as: 'flag', ...(words && { words }) },
  schema: z.boolean(),
});

/** A length that is kept but not asked for, mm. */
export const keptLength = (max: number): Field<number> => ({
  label: '',
  control: { as: 'none' },
  schema: z.number().min(0).max(max),
});

/** The value of one of a record's fields. */
export const valueOf = (record: object, key: string): unknown =>
  Reflect.get(record, key) as unknown;

/** The record with another value in one of its fields. */
export const withValue = <T extends object>(record: T, key: string, value: unknown): T => ({
  ...record,
  [key]: value,
});

/** A value within the limits of its control; what is no number stays. */
export function withinControl(value: unknown, control: Control): unknown {
  if (control.as === 'number' && typeof value === 'number') {
    return Math.min(control.max, Math.max(control.min, value));
  }
  if (control.as === 'lengths' && Array.isArray(value)) {
    return value.map((v: unknown) =>
      withinControl(v, { ...control, as: 'number', unit: 'mm', decimals: 2 }),
    );
  }
  return value;
}

/**
 * A record with each of its numbers within what can be chosen; what is no such record stays.
 * @param fieldsOf the fields of a kind; undefined for one that is not known
 */
export function withinFields(
  record: unknown,
  fieldsOf: (kind: string) => Fields | undefined,
): unknown {
  if (typeof record !== 'object' || record === null || !('kind' in record)) return record;
  let within: object = record;
  for (const [key, { control }] of Object.entries(fieldsOf(String(record.kind)) ?? {})) {
    if (key in record)
      within = withValue(within, key, withinControl(valueOf(record, key), control));
  }
  return within;
}
