import type { Bead, PieceItem } from '../item';
import type { Joint } from './dressingSchema';
import type { Piece } from './schema';

const itemWith = (item: PieceItem, change: (bead: Bead) => Bead): PieceItem => {
  if ('beads' in item) return { ...item, beads: item.beads.map(change) };
  if (!('acts' in item)) return item;
  const acts = item.acts.map((a) => (a.do === 'bead' ? { ...a, beads: a.beads.map(change) } : a));
  return { ...item, acts };
};

const jointWith = (joint: Joint, change: (bead: Bead) => Bead): Joint =>
  joint.kind === 'beaded' ? { ...joint, beads: joint.beads.map(change) } : joint;

/** The piece with each of its beads changed: those of items, of led wires, and between links. */
export const mapBeads = (piece: Piece, change: (bead: Bead) => Bead): Piece => ({
  ...piece,
  dressing: piece.dressing.map((item) => itemWith(item, change)),
  links: piece.links && {
    ...piece.links,
    turn: piece.links.turn.map((place) => ({ ...place, joint: jointWith(place.joint, change) })),
  },
});
