import { TWIST_LIMIT_RAD } from '../element';
import type { FigurePath, Piece, PieceStock } from '../piece';
import type { Strip } from '../strip';
import { awgToMm, mmToAwg } from '../units';
import { layOf, strandMm } from '../wire';
import { asAngle, asBoth, asGauge, asLength, asThickness, counted, say, type Said } from '../words';
import { alongBlank, type OnBlank } from './blank';
import { sizeWords } from './stocks';

/** A change that answers a warning, as data; the screen offers it and shows what it does. */
export type Remedy =
  | {
      readonly kind: 'diameter';
      readonly label: Said;
      /** of which of the piece's wires */
      readonly stock: string | null;
      readonly diameterMm: number;
    }
  | { readonly kind: 'grow'; readonly label: Said; readonly factor: number }
  | { readonly kind: 'basis'; readonly label: Said; readonly basis: Piece['basis'] };

export interface Advice {
  readonly id: string;
  readonly wire: number;
  /** the place of the figure that it speaks of, mm from its first end */
  readonly atMm: number;
  readonly message: Said;
  readonly remedies: readonly Remedy[];
}

/** The next whole gauge at or under a diameter. */
function gaugeUnder(mm: number): number {
  return Number(awgToMm(Math.min(40, Math.ceil(mmToAwg(mm) - 1e-6))).toFixed(3));
}

/** What hands cannot do as drawn, each with what to do about it. */
export function adviceFor(
  strips: readonly {
    strip: Strip;
    path: FigurePath;
    lost: number;
    onBlank: OnBlank;
    stock: PieceStock;
  }[],
): Advice[] {
  return strips.flatMap(({ strip, lost, onBlank, stock }, wire) => {
    const d = stock.diameterMm;
    const list: Advice[] = strip.problems.map((p, n): Advice => {
      // Said from the first end of the blank, as the marks are.
      const at = asBoth(alongBlank(onBlank, p.atMm));
      if (p.kind === 'no-room') {
        const factor = Math.min(10, Math.ceil((p.needMm / Math.max(p.haveMm, 0.05)) * 20) / 20);
        return {
          id: `room-${wire}-${n}`,
          wire,
          atMm: p.atMm,
          message: say`The corner at ${at} needs ${asThickness(p.needMm)} of leg on both sides and has ${asThickness(p.haveMm)}. It is planned sharper than ${asGauge(d)} wire likes.`,
          remedies: [thinnerTo((d * p.haveMm) / p.needMm, stock), grow(factor)],
        };
      }
      const factor = Math.ceil((d / 2 / Math.max(p.haveMm, 0.05)) * 1.1 * 20) / 20;
      return {
        id: `tight-${wire}-${n}`,
        wire,
        atMm: p.atMm,
        message: say`The curve at ${at} is tighter than ${asGauge(d)} wire is thick. Wire cannot bend inside itself.`,
        remedies: [thinnerTo(Math.max(0.08, 2 * p.haveMm), stock), grow(factor)],
      };
    });
    const { angleRad } = layOf(stock);
    if (angleRad > TWIST_LIMIT_RAD) {
      const least = stock.rope!.turnMm * Math.tan(angleRad);
      list.push({
        id: `rope-${wire}`,
        wire,
        atMm: 0,
        message: say`Its strands lie at ${asAngle(angleRad)} to the rope: twisted so tightly soft wire is near snapping. Give one full turn at least ${asLength(Math.ceil(least * 10) / 10)}.`,
        remedies: [],
      });
    }
    if (lost > 0) {
      list.push({
        id: `basis-${wire}`,
        wire,
        atMm: 0,
        message: say`${counted(lost, 'curve is', 'curves are')} too tight to lie half a wire beside the drawn line, and bent as ${lost === 1 ? 'a corner' : 'corners'}.`,
        remedies: [
          { kind: 'basis', label: say`Take the line as the wire’s centre`, basis: 'centre' },
        ],
      });
    }
    return list;
  });
}

/** Taken in the next whole gauge at or under a thickness; a rope of strands in theirs. */
function thinnerTo(mostMm: number, stock: PieceStock): Remedy {
  const across = stock.diameterMm / strandMm(stock);
  const diameterMm = gaugeUnder(mostMm / across) * across;
  return {
    kind: 'diameter',
    stock: stock.id,
    label: say`Use ${sizeWords(stock, diameterMm)}`,
    diameterMm,
  };
}

const grow = (factor: number): Remedy => ({
  kind: 'grow',
  label: say`Make the figure ${Math.round((factor - 1) * 100)} % larger`,
  factor,
});
