import { endForm } from '../end';
import type { MakingRecord } from '../making';
import { trimmedMm, type WirePlan } from '../plan';
import type { WirePage } from './learn';

/** What a wire's length is made of that hands do differently, as it is kept with its making. */
export type Acts = NonNullable<MakingRecord['used'][number]['acts']>;

/** The acts of one wire of a plan. */
export function actsOf(wire: WirePlan): Acts {
  const turns = wire.bends.reduce((sum, b) => sum + Math.abs(b.angleRad), 0);
  const ends = wire.closed ? [] : [wire.ends.start, wire.ends.end];
  const loops = ends.reduce((sum, e) => sum + Number(endForm(e, wire.stock).eye !== null), 0);
  const part = (id: string): number => wire.parts.find((p) => p.id === id)?.lengthMm ?? 0;
  return {
    bendMm: turns * wire.stock.diameterMm,
    loopMm: Math.PI * loops,
    hammerMm: -part('hammering'),
    trimmedMm: trimmedMm(wire),
    ownMm: part('own-bends') + part('own-hammering') + part('own-loops'),
  };
}

/** What finished makings say of each wire whose leftover was noted. */
export function pagesOf(makings: readonly MakingRecord[]): WirePage[] {
  return makings.flatMap((m) =>
    m.finished === null
      ? []
      : m.used.flatMap(({ acts, leftMm, noted }): WirePage[] => {
          if (!acts || !noted) return [];
          // All that was to be trimmed would be left of a wire that takes what the handbook says.
          const moreMm = acts.trimmedMm + acts.ownMm - leftMm;
          return [
            {
              making: m.id,
              moreMm,
              by: { bend: acts.bendMm, hammer: -acts.hammerMm, loop: acts.loopMm },
            },
          ];
        }),
  );
}
