import { insideFromTool, type Stiffness } from '../forming';
import type { Path } from '../geometry';

/** What motifs are shaped with: the wire, and what a tool leaves in it. */
export interface Maker {
  readonly diameterMm: number;
  /** radius of the wire's centre once released from a tool of this diameter, mm */
  readonly radius: (toolMm: number) => number;
}

export const makerFor = (wire: Stiffness): Maker => ({
  diameterMm: wire.diameterMm,
  radius: (toolMm) => (insideFromTool(toolMm, wire) + wire.diameterMm) / 2,
});

export type MotifValues = Readonly<Record<string, number>>;

/** One number of a motif that can be chosen. */
export interface MotifField {
  readonly key: string;
  readonly label: string;
  /** `tool`: diameter of a tool; `length`: mm along or across; `count`: whole number; `share`: part of 1; `halves`: a number in steps of a half */
  readonly kind: 'tool' | 'length' | 'count' | 'share' | 'halves';
  readonly min: number;
  readonly max: number;
  readonly standard: number;
}

export interface Motif {
  readonly name: string;
  readonly fields: readonly MotifField[];
  /** how it is run, in a maker's words */
  readonly about: string;
  /** passes go over and under in turn */
  readonly alternate?: boolean;
  readonly draw: (v: MotifValues, maker: Maker) => Path[];
  /** what its numbers must at least be beside the others, with this wire */
  readonly least?: (v: MotifValues, maker: Maker) => readonly Least[];
}

/** The least a number of a motif can be. */
export interface Least {
  readonly key: string;
  readonly value: number;
  /** so that ... */
  readonly soThat: string;
}

export const least = (key: string, value: number, soThat: string): Least => ({
  key,
  value,
  soThat,
});

export const tool = (
  key: string,
  label: string,
  standard: number,
  min = 1,
  max = 60,
): MotifField => ({
  key,
  label,
  kind: 'tool',
  min,
  max,
  standard,
});
export const length = (
  key: string,
  label: string,
  standard: number,
  min: number,
  max = 200,
): MotifField => ({ key, label, kind: 'length', min, max, standard });
export const count = (
  key: string,
  label: string,
  standard: number,
  min: number,
  max: number,
): MotifField => ({ key, label, kind: 'count', min, max, standard });
export const halves = (
  key: string,
  label: string,
  standard: number,
  min: number,
  max: number,
): MotifField => ({ key, label, kind: 'halves', min, max, standard });
export const share = (
  key: string,
  label: string,
  standard: number,
  min: number,
  max: number,
): MotifField => ({ key, label, kind: 'share', min, max, standard });
