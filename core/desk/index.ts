/** Desk: quick sums without a piece, each with a small piece that shows it to scale. */
export type { DeskAnswer, DeskField, DeskRow, DeskTool, DeskValues } from './sum';
export { DESK_TOOLS, ringPiece } from './tools';
