import type { KitTool, ToolKind } from '@core/forming';
import { freshId } from '~/state/freshId';

export const TOOL_KINDS: readonly { kind: ToolKind; name: string }[] = [
  { kind: 'stepped', name: 'Stepped pliers' },
  { kind: 'round-nose', name: 'Round-nose pliers' },
  { kind: 'jaws', name: 'Flat-nose or chain-nose pliers' },
  { kind: 'nylon', name: 'Nylon-jaw pliers' },
  { kind: 'mandrels', name: 'Mandrels' },
  { kind: 'ring-mandrel', name: 'Ring mandrel' },
  { kind: 'found', name: 'Something round from the house' },
];

/** A tool of a kind with sizes to begin from. */
export function newTool(kind: ToolKind): KitTool {
  const id = freshId();
  switch (kind) {
    case 'stepped':
      return { id, kind, name: 'Stepped pliers', stepsMm: [2, 4, 6, 8], grip: 'centre' };
    case 'round-nose':
      return {
        id,
        kind,
        name: 'Round-nose pliers',
        tipMm: 1,
        baseMm: 5,
        lengthMm: 20,
        grip: 'centre',
      };
    case 'jaws':
      return { id, kind, name: 'Flat-nose pliers', widthMm: 5, edgeMm: null };
    case 'nylon':
      return { id, kind, name: 'Nylon-jaw pliers', widthMm: 10 };
    case 'mandrels':
      return { id, kind, name: 'Mandrel', sizesMm: [10, 15, 20], grip: 'centre' };
    case 'ring-mandrel':
      return { id, kind, name: 'Ring mandrel', fromMm: 12, toMm: 24, grip: 'centre' };
    case 'found':
      return { id, kind, name: 'Pen', diameterMm: 11, by: 'across', grip: 'centre' };
  }
}
