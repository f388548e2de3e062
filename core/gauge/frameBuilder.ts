import { distance, type Vec } from '../geometry';
import { METAL_FACTS } from '../wire';
import type { Wire } from '../piece';
import type { Beam } from './frame';
import { roundSection, type Section } from './hardening';
import type { Tie } from './ties';

/** Passes no further apart than this at a tie share a place; else a stiff stub joins them, mm. */
const TOUCH_MM = 0.05;

/** A frame while it is put together. */
export class FrameBuilder {
  readonly nodes: Vec[] = [];
  readonly beams: Beam[] = [];
  readonly pins: [number, number][] = [];

  constructor(private readonly wire: Wire) {}

  /** @returns the new node's number */
  node(at: Vec): number {
    return this.nodes.push(at) - 1;
  }

  apart(a: number, b: number): number {
    return distance(this.nodes[a]!, this.nodes[b]!);
  }

  /** @returns the new beam's number */
  beam(a: number, b: number, section: Section, metal = this.wire.metal): number {
    const { areaMm2, inertiaMm4 } = section;
    const { modulusMPa } = METAL_FACTS[metal];
    return this.beams.push({ a, b, modulusMPa, areaMm2, inertiaMm4 }) - 1;
  }

  /** Fast at one place, or side by side: a stub of the frame's own wire. */
  weld(a: number, b: number): void {
    if (this.apart(a, b) <= TOUCH_MM) {
      const { x, y } = this.nodes[a]!;
      this.nodes[b] = { x: x + TOUCH_MM, y };
    }
    this.beam(a, b, roundSection(this.wire.diameterMm));
  }

  join(a: number, b: number, how: Tie['how']): void {
    if (a === b) return;
    const touch = this.apart(a, b) <= TOUCH_MM;
    if (typeof how === 'object' && !touch) {
      this.beam(a, b, roundSection(how.thread.diameterMm), how.thread.metal);
    } else if (how !== 'fast' && touch) {
      this.nodes[b] = this.nodes[a]!;
      this.pins.push([a, b]);
    } else this.weld(a, b);
  }
}
