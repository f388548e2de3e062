import { DEFAULT_OUTLINE, DEFAULT_WORD } from '@core/lettering';
import { standardValues } from '@core/motif';
import { figureBox, freshShapeId, type Piece, type Shape } from '@core/piece';

/** Room left between a figure and what is put under it, mm. */
const UNDER_MM = 14;

/** A shape with the usual choices, below what is drawn already. */
export function newShape(piece: Piece, kind: Shape['kind']): Shape {
  const box = figureBox(piece.paths);
  const common = {
    id: freshShapeId(piece),
    place: {
      x: box ? (box.minX + box.maxX) / 2 : 0,
      y: box ? box.maxY + UNDER_MM : 0,
      turnDeg: 0,
      mirrored: false,
      around: null,
    },
    lines: [],
    beads: [],
  };
  if (kind === 'word') return { kind, ...common, word: DEFAULT_WORD };
  if (kind === 'outline') return { kind, ...common, outline: DEFAULT_OUTLINE };
  return { kind, ...common, motif: 'heart', values: standardValues('heart') };
}
