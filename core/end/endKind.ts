import { z } from 'zod';
import type { Field, Fields, Scale } from '../field';
import type { Primitive, Vec } from '../geometry';
import type { Round } from '../wire';
import type { Said } from '../words';

/** One named part of what an end takes. */
export interface EndPart {
  readonly name: string;
  readonly lengthMm: number;
}

/**
 * An end as it is formed, in its own frame: the figure ends at the origin, x goes on outwards along
 * the wire, y to the side it is turned to.
 */
export interface EndForm {
  readonly parts: readonly EndPart[];
  readonly shape: readonly Primitive[];
  /** of a rope that is opened: each strand by itself, as thick as it is */
  readonly strands: readonly (readonly Primitive[])[];
  /** strokes that lie over the rest, such as wraps */
  readonly over: readonly Primitive[];
  /** the opening that something can hang in */
  readonly eye: { readonly center: Vec; readonly insideMm: number } | null;
  /** once made it does not open again: what hangs in it goes on before */
  readonly shuts: boolean;
  /** turned square to the figure: from the front it is seen edge on */
  readonly square: boolean;
}

/** A form without wraps and eye that opens again. */
export const BARE = { over: [], strands: [], eye: null, shuts: false, square: false } as const;

/** Lengths of an end follow the size of loops. */
export const LOOP: { readonly scales: Scale } = { scales: 'loop' };

/** What the hands' order is made from. */
export interface EndWords {
  /** such as “the last end” */
  readonly where: string;
  /** what it is made of */
  readonly wire: Round;
  /** an inside across, with the tool that gives it */
  readonly over: (insideMm: number) => Said;
}

interface Facts<K extends string> {
  readonly kind: K;
  readonly name: string;
  /** for an ear: the metal touches pierced skin */
  readonly ear?: boolean;
  /** it may be turned square to the figure */
  readonly turns?: boolean;
  /** alike on both sides of the wire: it is turned to none */
  readonly even?: boolean;
  /** wound on the wire that it lies by, it holds there */
  readonly winds?: boolean;
  /** only a rope can end so */
  readonly rope?: boolean;
  /** offered as a quick sum */
  readonly sum?: boolean;
}

interface Work<E> {
  /** how it is formed from wire of a thickness, or a rope, and what length of it each of its parts takes, mm */
  form(end: E, diameterMm: number, wire: Round): EndForm;
  /** what the hands do; null for an end that is left as it is */
  order(end: E, words: EndWords): Said | null;
  /** it with as many turns as use up a length of wire, mm */
  useUp?(end: E, lengthMm: number, diameterMm: number): E;
  /** how wide it is, where that is asked, mm */
  outsideMm?(end: E, diameterMm: number): number;
}

/** Everything about one kind of end. */
export interface EndKindOf<K extends string, E> extends Facts<K>, Work<E> {
  readonly fields: Fields;
  readonly schema: z.ZodType<E>;
  readonly preset: E;
}

/**
 * The side that an end is turned to: away from the figure's middle unless it is said; inward is towards
 * it, left and right are seen from the front along the wire towards the end.
 */
export const END_SIDES = ['outward', 'inward', 'left', 'right'] as const;
export type EndSide = (typeof END_SIDES)[number];

/** An end of a kind: the values of its fields; what is turned square to the figure is seen edge on. */
export type EndOf<K extends string, V extends object> = {
  kind: K;
  turned?: boolean | undefined;
  side?: EndSide | undefined;
} & V;

/** Defines a kind of end in two steps: what it is and what is chosen about it, then how it is formed. */
export function endKind<const K extends string, V extends object>(
  facts: Facts<K> & { readonly fields: { readonly [Key in keyof V]: Field<V[Key]> } },
): (work: Work<EndOf<K, V>> & { readonly first: V }) => EndKindOf<K, EndOf<K, V>> {
  const { kind } = facts;
  const fields: Fields = facts.fields;
  const schema = z.strictObject({
    kind: z.literal(kind),
    ...Object.fromEntries(Object.entries(fields).map(([key, field]) => [key, field.schema])),
    ...(facts.turns && { turned: z.boolean().optional() }),
    ...(!facts.even && { side: z.enum(END_SIDES).optional() }),
  });
  return ({ first, ...work }) => ({
    ...facts,
    ...work,
    schema: schema as unknown as z.ZodType<EndOf<K, V>>,
    preset: { kind, ...first },
  });
}
