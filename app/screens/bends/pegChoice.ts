import type { PegBoardSizes } from '@core/file';
import type { PegBoard } from '@core/steps';

export type PegChoice = 'none' | PegBoard['kind'];

export const PEG_CHOICES: readonly { value: PegChoice; label: string }[] = [
  { value: 'none', label: 'none' },
  { value: 'pins', label: 'pins on the pattern' },
  { value: 'holes', label: 'board with holes' },
];

/** What is chosen, with the sizes of the maker's board and pins. */
export function pegBoardOf(choice: PegChoice, board: PegBoardSizes): PegBoard | null {
  if (choice === 'none') return null;
  return choice === 'pins'
    ? { kind: 'pins', pinMm: board.pinMm }
    : { kind: 'holes', pitchMm: board.pitchMm, pegsMm: board.pegsMm };
}
