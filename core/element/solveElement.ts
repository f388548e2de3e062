import { insideFromTool, overbendFactor, toolForInside, typicalStiffness } from '../forming';
import { cornerSetback, developedBend, developedFold } from '../strip';
import { awgToMm, degrees, radians } from '../units';
import { beadsOn, beadSpacing, holeNeeded } from './beads';
import { bundleWrap, coilLength, coverTurns } from './coils';
import type { Element } from './element';
import { bailLength, coilTurn, loopLength, ringsFrom, ringsLength, wrappedLoop } from './loops';
import { evenSpokes, netOf } from './net';
import { spiralLength, spiralOutside, spiralTurns } from './spiral';
import { twistOf } from './twist';
import { eightAdvance, eightLength } from './weave';

export type ElementResult = Readonly<Record<string, number | boolean>>;

type Of<K extends Element['kind']> = Extract<Element, { kind: K }>;
type Solvers = { readonly [K in Element['kind']]: (e: Of<K>) => ElementResult };

const SOLVERS: Solvers = {
  gauge: (e) => ({ mm: awgToMm(e.awg) }),
  'jump-rings': (e) => {
    const kerf = e.kerf_mm;
    const count = e.count ?? ringsFrom(e.length_mm ?? 0, e.inside_mm, e.wire_mm, kerf);
    return {
      count,
      each_mm: loopLength(e.inside_mm, e.wire_mm),
      length_mm: ringsLength(count, e.inside_mm, e.wire_mm, kerf),
    };
  },
  'simple-loop': (e) => ({ length_mm: loopLength(e.inside_mm, e.wire_mm) }),
  'wrapped-loop': (e) => ({
    length_mm: wrappedLoop(e.inside_mm, e.wraps, e.wire_mm) + e.tail_mm,
  }),
  bail: (e) => ({ length_mm: bailLength(e.inside_mm, e.turns, e.wire_mm) + e.tail_mm }),
  spiral: (e) => {
    const size = { openingMm: e.opening_mm, gapMm: e.gap_mm, diameterMm: e.wire_mm };
    const turns = e.turns ?? spiralTurns(size, e.length_mm ?? 0);
    return {
      turns,
      length_mm: spiralLength(size, turns),
      outside_mm: spiralOutside(size, turns),
    };
  },
  coil: (e) => {
    const each = coilTurn(e.core_mm, e.wire_mm, e.pitch_mm);
    const turns = e.turns ?? (e.length_mm ?? 0) / each;
    const length_mm = coilLength(turns, e.core_mm, e.wire_mm, e.pitch_mm);
    return { turns, length_mm, stretch_mm: turns * e.pitch_mm };
  },
  'coil-cover': (e) => {
    const turns = coverTurns(e.stretch_mm, e.wire_mm, e.gap_mm);
    return { turns, length_mm: coilLength(turns, e.core_mm, e.wire_mm, e.wire_mm + e.gap_mm) };
  },
  'flat-bundle-wrap': (e) => ({
    length_mm: bundleWrap(e.turns, e.strand_mm, e.strands, e.wire_mm),
  }),
  twist: (e) => {
    const t = twistOf(e.strands, e.length_mm, e.turns, e.wire_mm);
    return {
      strand_length_mm: t.strandMm,
      length_mm: e.strands * t.strandMm,
      helix_angle_deg: degrees(t.angleRad),
    };
  },
  'figure-eight-weave': (e) => {
    const eight = { diameterMm: e.wire_mm, frameMm: e.frame_mm, wraps: e.wraps_per_side };
    return {
      length_mm: e.rows * eightLength(eight, e.gap_mm),
      stretch_mm: e.rows * eightAdvance(eight),
    };
  },
  net: (e) => {
    const net = netOf({
      diameterMm: e.wire_mm,
      frameMm: e.frame_mm,
      wraps: e.wraps_per_spoke,
      spokesRad: evenSpokes(e.spokes),
      innerMm: e.inner_radius_mm,
      outerMm: e.outer_radius_mm,
    });
    return { length_mm: net.lengthMm, rounds: net.rounds };
  },
  fold: (e) => ({ length_mm: developedFold(Math.PI, e.wire_mm, e.gap_mm) }),
  corner: (e) => {
    const angle = radians(e.angle_deg);
    const length = developedBend(angle, e.inside_radius_mm, e.wire_mm, e.k);
    const setback = cornerSetback(angle, e.inside_radius_mm, e.wire_mm);
    return { length_mm: length, setback_mm: setback, saved_mm: 2 * setback - length };
  },
  beads: (e) => {
    const radius = e.curve_radius_mm ?? null;
    const { count, leftMm } = beadsOn(e.stretch_mm, beadSpacing(e.bead_mm, radius));
    const needed = holeNeeded(e.passes, e.wire_mm, e.bead_mm, radius);
    return {
      count,
      left_over_mm: leftMm,
      hole_needed_mm: needed,
      fits: e.hole_mm >= needed - 1e-9,
    };
  },
  springback: (e): ElementResult => {
    const wire = typicalStiffness(e.metal, e.temper, e.wire_mm);
    if (e.tool_mm !== undefined) {
      const inside = insideFromTool(e.tool_mm, wire);
      return {
        free_inside_mm: inside,
        overbend_factor: (inside + e.wire_mm) / (e.tool_mm + e.wire_mm),
      };
    }
    const inside = e.inside_mm ?? 0;
    return {
      tool_mm: toolForInside(inside, wire),
      overbend_factor: overbendFactor((inside + e.wire_mm) / 2, wire),
    };
  },
};

/** The length of wire an element uses, and what else follows; names as on the command line. */
export const solveElement = (e: Element): ElementResult =>
  (SOLVERS[e.kind] as (e: Element) => ElementResult)(e);
