import { MARK_MM, type MarkFrame } from '../fiducial';
import { checkLines } from './checkLines';
import { MARGIN_MM, PAPERS, rule, words, type Item, type Paper, type Sheet } from './items';
import { HEADER_MM, markItem } from './patternPages';

/** The blank card: what fits between its marks can be photographed on it without a pattern of its own. */
const CARD_MM = { width: 140, height: 110 } as const;
const TOP_MM = MARGIN_MM + HEADER_MM + 26;

/** The card's marks, mm of the page. */
export const cardFrame = (paper: Paper): MarkFrame => {
  const minX = (paper.widthMm - CARD_MM.width) / 2;
  return {
    of: 'card',
    box: { minX, maxX: minX + CARD_MM.width, minY: TOP_MM, maxY: TOP_MM + CARD_MM.height },
  };
};

/** One page with the blank card on it, to be printed once and kept. */
export function cardSheet(id: Paper['id']): Sheet {
  const paper = PAPERS[id];
  const frame = cardFrame(paper);
  const { minX, maxX, minY, maxY } = frame.box;
  const right = paper.widthMm - MARGIN_MM;
  const inner = MARK_MM + 1.5;
  const items: Item[] = [
    words(MARGIN_MM, MARGIN_MM + 3, 'Card to photograph pieces on', { sizeMm: 4.4, bold: true }),
    words(
      MARGIN_MM,
      MARGIN_MM + 7.6,
      'Lay a piece front up between the four squares, however turned, and take a photo from above with all of them in it.',
      { sizeMm: 2.9, tone: 'soft' },
    ),
    rule(MARGIN_MM, MARGIN_MM + 9.4, right, MARGIN_MM + 9.4, 0.2, 'soft'),
    ...checkLines(MARGIN_MM, MARGIN_MM + HEADER_MM + 3),
    markItem(frame),
    ...[minX, maxX].map((x) => rule(x, minY + inner, x, maxY - inner, 0.15, 'under', 2)),
    ...[minY, maxY].map((y) => rule(minX + inner, y, maxX - inner, y, 0.15, 'under', 2)),
  ];
  return { paper, pages: [{ title: 'Card', items }] };
}
