import { DEFAULT_KIT } from '../core/forming';
import { randomFrom } from '../core/geometry';
import {
  actsOf,
  LEARNT,
  learn,
  PRIOR_SPREAD,
  type Acts,
  type LearntId,
  type WirePage,
} from '../core/notebook';
import { planPiece } from '../core/plan';
import { demoPieces } from '../demo/pieces';

const makers = Math.max(10, Math.round(Number(process.argv[2] ?? 400)));
const seed = Math.round(Number(process.argv[3] ?? 1));
const random = randomFrom(seed);
const normal = (): number => (random() + random() + random() + random() - 2) * 1.73;

/** The wires of the demo, as they are kept with makings; half of them as if 12 mm of each were hammered. */
const wires: Acts[] = demoPieces().flatMap((piece) =>
  planPiece(piece, { kit: DEFAULT_KIT }).wires.map((w, i) => ({
    ...actsOf(w),
    hammerMm: i % 2 === 0 ? 0 : 2.5,
  })),
);
const by = (acts: Acts): WirePage['by'] => ({
  bend: acts.bendMm,
  hammer: -acts.hammerMm,
  loop: acts.loopMm,
});
type Hand = Readonly<Record<LearntId, number>>;
const takes = (hand: Hand, acts: Acts): number =>
  LEARNT.reduce((sum, id) => sum + hand[id] * by(acts)[id], 0);
const some = (): Acts => wires[Math.floor(random() * wires.length)]!;
const rms = (v: readonly number[]): number =>
  Math.sqrt(v.reduce((s, x) => s + x * x, 0) / v.length);

/** How far predicted lengths are off after so many makings: what is the hand's alone, and all of it. */
function study(differ: number, makings: number, odd: number): void {
  const [book, own, bookAll, ownAll] = [[], [], [], []] as [number[], number[], number[], number[]];
  for (let k = 0; k < makers; k++) {
    const hand = Object.fromEntries(
      LEARNT.map((id) => [id, differ * PRIOR_SPREAD[id] * normal()]),
    ) as Hand;
    const noiseMm = 0.5 + 0.6 * random();
    const pages = Array.from({ length: makings }, (_, m): WirePage => {
      const acts = some();
      const slip = random() < odd ? 30 * normal() : 0;
      return {
        making: `${m}`,
        moreMm: takes(hand, acts) + noiseMm * normal() + slip,
        by: by(acts),
      };
    });
    const learnt = learn(pages);
    const use: Hand = {
      bend: learnt.bend.value,
      hammer: learnt.hammer.value,
      loop: learnt.loop.value,
    };
    for (let n = 0; n < 20; n++) {
      const acts = some();
      const noise = noiseMm * normal();
      book.push(takes(hand, acts));
      own.push(takes(hand, acts) - takes(use, acts));
      bookAll.push(takes(hand, acts) + noise);
      ownAll.push(takes(hand, acts) - takes(use, acts) + noise);
    }
  }
  const share = (a: number, b: number): string => (b > 0 ? `${((100 * a) / b).toFixed(0)} %` : '-');
  console.log(
    `${differ === 0 ? 'as the handbook' : `${differ.toFixed(1)} spreads off`.padEnd(15)}  ${String(makings).padStart(2)} makings${odd > 0 ? ', one in ten odd' : ''}: hand's own error ${rms(book).toFixed(2)} -> ${rms(own).toFixed(2)} mm (${share(rms(own), rms(book))}); with ruler and cutter ${rms(bookAll).toFixed(2)} -> ${rms(ownAll).toFixed(2)} mm (${share(rms(ownAll), rms(bookAll))})`,
  );
}

console.log(
  `${makers} makers of each kind, wires of the demo (seed ${seed}); error of the predicted cut, root mean square`,
);
for (const makings of [3, 10, 30]) {
  study(0, makings, 0);
  study(1, makings, 0);
  study(1.5, makings, 0);
}
study(0, 10, 0.1);
study(1.5, 10, 0.1);
