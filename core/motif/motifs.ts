import type { Motif } from './maker';
import { OPEN_MOTIFS } from './open';
import { ROUND_MOTIFS } from './round';
import { STRAIGHT_MOTIFS } from './straight';

const ALL = { ...ROUND_MOTIFS, ...STRAIGHT_MOTIFS, ...OPEN_MOTIFS };

export type MotifKind = keyof typeof ALL;
export const MOTIFS: Readonly<Record<MotifKind, Motif>> = ALL;
export const MOTIF_KINDS = Object.keys(ALL) as [MotifKind, ...MotifKind[]];
