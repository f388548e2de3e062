import { describe, expect, it } from 'vitest';
import { LetteringError } from '@core/lettering';
import { MOTIF_KINDS, MOTIFS, standardValues } from '@core/motif';
import { drawShape, figureBox, newPath, newPiece, withShape, type Piece } from '@core/piece';
import { newShape } from './newShape';
import { spaceWords } from './LeanFields';
import { shapeWords } from './ShapesSection';

const empty = newPiece('p', 'New', '2026-01-01T00:00:00.000Z');
const none = () => [];

describe('a new shape', () => {
  it('begins at the origin of an empty piece, and below what is drawn already', () => {
    expect(newShape(empty, 'motif').place).toMatchObject({ x: 0, y: 0, turnDeg: 0 });
    const drawn: Piece = {
      ...empty,
      paths: [
        newPath(
          'w',
          [
            { x: 10, y: 0 },
            { x: 30, y: 8 },
          ],
          false,
        ),
      ],
    };
    const { place } = newShape(drawn, 'word');
    expect(place.x).toBe(20);
    expect(place.y).toBeGreaterThan(8);
  });

  it('has an id of its own', () => {
    const first = newShape(empty, 'motif');
    const piece = withShape(empty, first, drawShape(first, empty.wire, none));
    expect(newShape(piece, 'motif').id).not.toBe(first.id);
  });

  it('a word says first that it wants a text', () => {
    const word = newShape(empty, 'word');
    expect(() => drawShape(word, empty.wire, none)).toThrow(LetteringError);
    expect(() => drawShape(word, empty.wire, none)).toThrow('Type a word');
  });

  it('every motif is drawn with its standard numbers, one after the other on one piece', () => {
    const piece = MOTIF_KINDS.reduce((now, motif) => {
      const shape = { ...newShape(now, 'motif'), motif, values: standardValues(motif) };
      if (shape.kind !== 'motif') throw new Error('not a motif');
      return withShape(now, shape, drawShape(shape, now.wire, none));
    }, empty);
    expect(piece.shapes.map((s) => shapeWords(s))).toEqual(
      MOTIF_KINDS.map((kind) => MOTIFS[kind].name),
    );
    // Each was put below the last: together they are higher than any of them.
    const box = figureBox(piece.paths)!;
    expect(box.maxY - box.minY).toBeGreaterThan(200);
  });
});

describe('in words', () => {
  it('shapes are named by what they are', () => {
    const word = newShape(empty, 'word');
    if (word.kind !== 'word') throw new Error('not a word');
    expect(shapeWords({ ...word, word: { ...word.word, text: ' hush ' } })).toBe('“hush”');
    const outline = newShape(empty, 'outline');
    if (outline.kind !== 'outline') throw new Error('not outline letters');
    expect(shapeWords({ ...outline, outline: { ...outline.outline, text: 'fox' } })).toBe(
      '“fox”, outline',
    );
  });

  it('space between letters is told in parts of an x', () => {
    expect(spaceWords(0)).toBe('usual');
    expect(spaceWords(2.5)).toBe('+25 % of an x');
    expect(spaceWords(-1)).toBe('-10 % of an x');
  });
});
