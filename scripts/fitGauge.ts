// How well the free numbers of the gauge verdict meet what practice has settled: npm run fit
import { dressPiece } from '../core/dressing';
import { DEFAULT_LIMITS, verdictOf, type Limits } from '../core/gauge';
import { SETTLED } from '../core/gauge/settled';
import { pieceOfSettled } from '../core/gauge/settled.support';
import { WORN_AS, type Piece, type WornAs } from '../core/piece';
import { planPiece, type Plan } from '../core/plan';

const rows = SETTLED.flatMap((settled) =>
  settled.sizes.map(([mm, wanted]) => {
    const piece = pieceOfSettled(settled, { diameterMm: mm });
    return { settled, mm, wanted, piece, plan: planPiece(piece) };
  }),
);

const ratedWith = (piece: Piece, plan: Plan, limits: Limits) =>
  verdictOf(piece, plan, dressPiece(piece, plan), limits)!.now.rated;

console.log('What practice says, and what the verdict says          wire    share   up to');
let met = 0;
for (const { settled, mm, wanted, piece, plan } of rows) {
  const { rating, share, mayBe } = ratedWith(piece, plan, DEFAULT_LIMITS);
  if (rating === wanted) met++;
  console.log(
    `${settled.name.padEnd(26)} ${wanted.padEnd(9)} ${rating === wanted ? '=' : 'x'} ${rating.padEnd(9)} ${mm.toFixed(2).padStart(9)} ${share.toFixed(2).padStart(8)} ${mayBe.toFixed(1).padStart(7)}`,
  );
}
console.log(`${met} of ${rows.length} as practice says`);

/** Whether all rows worn so come out as practice says with the touch so many times as strong. */
function holds(wornAs: WornAs, times: number): boolean {
  const duty = DEFAULT_LIMITS.duty[wornAs];
  const limits: Limits = {
    ...DEFAULT_LIMITS,
    duty: { ...DEFAULT_LIMITS.duty, [wornAs]: { ...duty, touchN: duty.touchN * times } },
  };
  return rows
    .filter((r) => r.settled.wornAs === wornAs)
    .every(({ piece, plan, wanted }) => ratedWith(piece, plan, limits).rating === wanted);
}

console.log('\nThe touch, N: what is used, and from where to where practice is still met');
for (const wornAs of WORN_AS) {
  if (!rows.some((r) => r.settled.wornAs === wornAs)) {
    console.log(
      `${wornAs.padEnd(10)} ${DEFAULT_LIMITS.duty[wornAs].touchN}   nothing settled: typical`,
    );
    continue;
  }
  const edge = (way: number): number => {
    let times = 1;
    for (let k = 1; k <= 60 && holds(wornAs, 1.03 ** (way * k)); k++) times = 1.03 ** (way * k);
    return times * DEFAULT_LIMITS.duty[wornAs].touchN;
  };
  console.log(
    `${wornAs.padEnd(10)} ${DEFAULT_LIMITS.duty[wornAs].touchN}   ${edge(-1).toFixed(3)} to ${edge(1).toFixed(3)}`,
  );
}
