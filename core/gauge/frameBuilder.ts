import { distance, vec, type Vec } from '../geometry';
import { METAL_FACTS } from '../wire';
import type { Wire } from '../piece';
import type { Beam } from './frame';
import { roundSection, type Section } from './hardening';
import type { Tie } from './ties';

/** Passes no further apart than this at a tie share a place; else a stiff stub joins them, mm. */
const TOUCH_MM = 0.05;

/** No beam is made shorter than this, mm. */
const SHORTEST_MM = 1e-3;

/** A frame while it is put together. */
export class FrameBuilder {
  readonly nodes: Vec[] = [];
  readonly beams: Beam[] = [];
  readonly pins: [number, number][] = [];
  /** for each node those that a beam joins to it */
  private readonly near: number[][] = [];

  constructor(readonly wire: Readonly<Wire>) {}

  /** @returns the new node's number */
  node(at: Vec): number {
    this.near.push([]);
    return this.nodes.push(at) - 1;
  }

  apart(a: number, b: number): number {
    return distance(this.nodes[a]!, this.nodes[b]!);
  }

  /** @returns the new beam's number */
  beam(a: number, b: number, section: Section, metal = this.wire.metal): number {
    const { areaMm2, inertiaMm4 } = section;
    const { modulusMPa } = METAL_FACTS[metal];
    this.near[a]!.push(b);
    this.near[b]!.push(a);
    return this.beams.push({ a, b, modulusMPa, areaMm2, inertiaMm4 }) - 1;
  }

  private beside(node: number): readonly number[] {
    return this.near[node]!;
  }

  /** Moves a node by a hair unless one of its beams would shrink to nothing. */
  private move(node: number, to: Vec): boolean {
    const clear = this.beside(node).every((n) => distance(this.nodes[n]!, to) >= SHORTEST_MM);
    if (clear) this.nodes[node] = to;
    return clear;
  }

  /** Fast at one place, or side by side: a stub of the frame's own wire. */
  weld(a: number, b: number): void {
    if (this.apart(a, b) <= TOUCH_MM) {
      const { x, y } = this.nodes[a]!;
      const ways = [vec(1, 0), vec(-1, 0), vec(0, 1), vec(0, -1)];
      ways.some((way) => this.move(b, { x: x + way.x * TOUCH_MM, y: y + way.y * TOUCH_MM }));
    }
    this.beam(a, b, roundSection(this.wire.diameterMm));
  }

  join(a: number, b: number, how: Tie['how']): void {
    if (a === b) return;
    const touch = this.apart(a, b) <= TOUCH_MM;
    // The wire itself holds what follows so closely on it.
    if (touch && this.beside(a).includes(b)) return;
    if (typeof how === 'object' && !touch) {
      this.beam(a, b, roundSection(how.thread.diameterMm), how.thread.metal);
    } else if (how !== 'fast' && touch) {
      this.move(b, this.nodes[a]!);
      this.pins.push([a, b]);
    } else this.weld(a, b);
  }
}
