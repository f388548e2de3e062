import { z } from 'zod';
import { withinFields } from '../field';
import type { Round } from '../wire';
import type { EndForm, EndKindOf } from './endKind';
import { bail } from './kinds/bail';
import { centredLoop } from './kinds/centredLoop';
import { earHook } from './kinds/earHook';
import { foldBack } from './kinds/foldBack';
import { hook } from './kinds/hook';
import { hoop } from './kinds/hoop';
import { kidney } from './kinds/kidney';
import { loop } from './kinds/loop';
import { opened } from './kinds/opened';
import { plain } from './kinds/plain';
import { post } from './kinds/post';
import { spiral } from './kinds/spiral';
import { toggle } from './kinds/toggle';
import { tucked } from './kinds/tucked';
import { wrappedLoop } from './kinds/wrappedLoop';

/** Every kind of end, in the order in which they are offered. */
const KINDS = [
  plain,
  loop,
  centredLoop,
  wrappedLoop,
  spiral,
  bail,
  hook,
  toggle,
  foldBack,
  tucked,
  opened,
  earHook,
  kidney,
  hoop,
  post,
] as const;

/** How an end of a wire is finished; all lengths in mm. */
export type WireEnd = (typeof KINDS)[number]['preset'];
export type EndKind = WireEnd['kind'];
export type AnyEndKind = EndKindOf<EndKind, WireEnd>;

export const END_KINDS: readonly AnyEndKind[] = KINDS;

const BY_NAME: ReadonlyMap<string, AnyEndKind> = new Map(
  KINDS.map((kind): [string, AnyEndKind] => [kind.kind, kind]),
);

/** What an end is. */
export const endKindOf = ({ kind }: { readonly kind: EndKind }): AnyEndKind => BY_NAME.get(kind)!;

/** A new end with sensible first values. */
export const newEnd = (kind: EndKind): WireEnd => endKindOf({ kind }).preset;

type Options = [z.ZodObject, ...z.ZodObject[]];
export const endSchema = z.discriminatedUnion(
  'kind',
  KINDS.map((k): unknown => k.schema) as Options,
) as unknown as z.ZodType<WireEnd>;

/** An end of the mirrored figure: left is right. */
export const mirroredEnd = (end: WireEnd): WireEnd =>
  end.side === 'left' || end.side === 'right'
    ? { ...end, side: end.side === 'left' ? 'right' : 'left' }
    : end;

/** How an end is formed from wire of a thickness, and what length each of its parts takes, mm. */
export const endForm = (end: WireEnd, wire: Round): EndForm =>
  endKindOf(end).form(end, wire.diameterMm, wire);

/** All that an end takes beyond the figure, mm. */
export const endLength = (end: WireEnd, wire: Round): number =>
  endForm(end, wire).parts.reduce((sum, p) => sum + p.lengthMm, 0);

/** A record of an end with each of its numbers within what can be chosen; what is no such record stays. */
export const endWithinLimits = (record: unknown): unknown =>
  withinFields(record, (kind) => BY_NAME.get(kind)?.fields);
