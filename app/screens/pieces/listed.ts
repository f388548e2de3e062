import { TAG_LIMITS, type Piece } from '@core/piece';
import { METAL_FACTS } from '@core/wire';

export const ORDERS = ['changed', 'name', 'made'] as const;
/** What a list of pieces is in the order of: the last change or the beginning, newest first, or the name. */
export type ListOrder = (typeof ORDERS)[number];

/** What is looked for in the list. */
export interface Sought {
  readonly text: string;
  readonly tag: string | null;
  readonly order: ListOrder;
}

const plain = (text: string): string =>
  text.normalize('NFD').replace(/\p{M}/gu, '').toLocaleLowerCase();

/** All by which a piece is found: its name, its tags, and its metals. */
const words = ({ name, tags, wire, stocks }: Piece): string =>
  plain([name, ...tags, ...[wire, ...stocks].map((w) => METAL_FACTS[w.metal].name)].join(' '));

/** The pieces in which each word that was typed is found, in their order. */
export function listed(pieces: readonly Piece[], { text, tag, order }: Sought): Piece[] {
  const typed = plain(text).split(/\s+/).filter(Boolean);
  const found = pieces.filter((p) => {
    if (tag !== null && !p.tags.some((t) => plain(t) === plain(tag))) return false;
    const own = words(p);
    return typed.every((w) => own.includes(w));
  });
  const byName = (a: Piece, b: Piece): number =>
    a.name.localeCompare(b.name, undefined, { numeric: true });
  return found.sort((a, b) =>
    order === 'name' ? byName(a, b) : b[order].localeCompare(a[order]) || byName(a, b),
  );
}

/** All tags in use, each once, those of most pieces first. */
export function tagsOf(pieces: readonly Piece[]): string[] {
  const count = new Map<string, { tag: string; n: number }>();
  for (const tag of pieces.flatMap((p) => p.tags)) {
    const known = count.get(plain(tag));
    count.set(plain(tag), { tag: known?.tag ?? tag, n: (known?.n ?? 0) + 1 });
  }
  return [...count.values()]
    .sort((a, b) => b.n - a.n || a.tag.localeCompare(b.tag))
    .map(({ tag }) => tag);
}

/**
 * Tags as they are typed, parted by commas: each once.
 * @returns why they cannot be kept, in a maker's words
 */
export function readTags(
  typed: string,
): { ok: true; value: string[] } | { ok: false; message: string } {
  const found = new Map<string, string>();
  for (const part of typed.split(',')) {
    const tag = part.trim().replace(/\s+/g, ' ');
    if (tag !== '' && !found.has(plain(tag))) found.set(plain(tag), tag);
  }
  const value = [...found.values()];
  if (value.length > TAG_LIMITS.count) {
    return { ok: false, message: `A piece has up to ${TAG_LIMITS.count} tags.` };
  }
  if (value.some((t) => t.length > TAG_LIMITS.length)) {
    return {
      ok: false,
      message: `A tag has up to ${TAG_LIMITS.length} letters; part them by commas.`,
    };
  }
  return { ok: true, value };
}
