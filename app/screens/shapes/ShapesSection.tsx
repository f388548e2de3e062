import { Shapes, SquareDashed, Type } from 'lucide-react';
import { MOTIFS } from '@core/motif';
import type { Shape } from '@core/piece';
import { Button, Section } from '~/components/ui';
import { usePiece } from '~/state/workbench';
import type { ShapeDraft } from './useShapeDraft';

/** A shape in a few words. */
export function shapeWords(shape: Shape): string {
  if (shape.kind === 'motif') return MOTIFS[shape.motif].name;
  const text = shape.kind === 'word' ? shape.word.text : shape.outline.text;
  return `“${text.trim()}”${shape.kind === 'outline' ? ', outline' : ''}`;
}

/** Words and motifs of the piece: put one on, or take one up again. */
export function ShapesSection({ begin, open }: Pick<ShapeDraft, 'begin' | 'open'>) {
  const piece = usePiece();
  return (
    <Section title="Letters and motifs">
      <div className="grid grid-cols-2 gap-2">
        <Button onClick={() => begin('word')}>
          <Type size={16} aria-hidden="true" /> Write a word
        </Button>
        <Button onClick={() => begin('motif')}>
          <Shapes size={16} aria-hidden="true" /> Place a motif
        </Button>
        <Button onClick={() => begin('outline')}>
          <SquareDashed size={16} aria-hidden="true" /> Outline letters
        </Button>
      </div>
      {piece.shapes.length > 0 && (
        <ul className="space-y-1">
          {piece.shapes.map((shape) => (
            <li key={shape.id}>
              <button
                type="button"
                className="min-h-9 w-full rounded-md px-2 text-left text-sm hover:bg-patina-wash"
                onClick={() => open(shape.id)}
              >
                Change {shapeWords(shape)}
                {shape.place.around && (
                  <span className="text-soft">, {shape.place.around.count} times</span>
                )}
              </button>
            </li>
          ))}
        </ul>
      )}
    </Section>
  );
}
