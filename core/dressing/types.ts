import type { Vec } from '../geometry';
import type { DressItem, Layout, Remedy } from '../item';
import type { Said } from '../words';

/** A change that answers a problem, as data. */
export type DressRemedy = Remedy<DressItem>;

/** One item as worked out on its piece. */
export interface Dressed extends Layout<DressItem> {
  readonly item: DressItem;
  /** the piece's wire that it is on */
  readonly stock: string | null;
  /** the wire that it is on, or that what it hangs in is on; null where it is on none */
  readonly wire: number | null;
  /** what it hangs in: an item, or what joins a part or links */
  readonly host: { readonly id: string; readonly title: Said } | null;
  /** the place of a row's turn in whose rings it hangs in the end; null where it hangs in none between links */
  readonly rings: number | null;
  /** how many alike there are where it is put once: one in each of several alike loops */
  readonly times: number;
  /** where it is, for pointing at it */
  readonly place: Vec;
}

/** Whether it cannot be put on so. */
export const isRefused = ({ problems }: Dressed): boolean => problems.some((p) => p.refused);

/** Whether two items cover a stretch of one wire together. */
export const overlaps = (a: Dressed, b: Dressed): boolean =>
  a.spans.some((s) =>
    b.spans.some((t) => s.wire === t.wire && s.fromMm < t.toMm - 1e-6 && t.fromMm < s.toMm - 1e-6),
  );
