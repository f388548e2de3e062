import { patternFrames, printedBox } from '../core/sheet';
import { dressPiece } from '../core/dressing';
import { judgePhoto, photoFaultWords } from '../core/photo';
import { degrees } from '../core/units';
import { inWords } from '../core/words';
import type { PlannedPiece } from './pieceCommand';
import { readPicture } from './traceCommand';

/** Holds a photograph against a plan. @throws FileError */
export async function runPhoto({ piece, plan }: PlannedPiece, file: string): Promise<object> {
  const picture = await readPicture(file);
  const from = performance.now();
  const box = printedBox(plan, dressPiece(piece, plan));
  const answer = judgePhoto(picture, plan, box ? patternFrames(box) : []);
  const ms = performance.now() - from;
  if (!answer.found) {
    return {
      found: false,
      reason: inWords(photoFaultWords(answer), 'mm'),
      askew_deg: 0,
      deviation_mm: { mean: 0, p95: 0, max: 0 },
      places: [],
      bends: [],
      ms,
    };
  }
  const { askewRad, moved, meanMm, p95Mm, maxMm, places, bends, seenShare } = answer.judgement;
  return {
    found: true,
    reason: null,
    askew_deg: degrees(askewRad),
    moved_mm: [moved.x, moved.y],
    deviation_mm: { mean: meanMm, p95: p95Mm, max: maxMm },
    seen_share: seenShare,
    places: places
      .filter((p) => p.seen)
      .map(({ wire, atMm, offMm }) => ({ wire, at_mm: atMm, off_mm: offMm })),
    bends: bends.map(({ wire, bend, moreRad, laterMm, share }) => ({
      wire,
      bend,
      nudge_deg: -degrees(moreRad),
      shift_mm: -laterMm,
      share,
    })),
    ms,
  };
}
