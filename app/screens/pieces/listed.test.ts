import { describe, expect, it } from 'vitest';
import { newPiece, type Piece } from '@core/piece';
import { listed, readTags, tagsOf, type Sought } from './listed';

const piece = (name: string, made: string, more: Partial<Piece> = {}): Piece => ({
  ...newPiece(name, name, made),
  ...more,
});
const PIECES = [
  piece('Möwe 10', '2026-03-01', { tags: ['birds', 'Market'] }),
  piece('Möwe 9', '2026-02-01', { tags: ['Birds'], changed: '2026-05-01' }),
  piece('Anchor', '2026-04-01', {
    wire: { metal: 'sterling-silver', temper: 'dead-soft', diameterMm: 1 },
  }),
];
const names = (sought: Partial<Sought>): string[] =>
  listed(PIECES, { text: '', tag: null, order: 'changed', ...sought }).map((p) => p.name);

describe('the list of pieces', () => {
  it('is in the order of the last change, the beginning, or the name with its numbers as numbers', () => {
    expect(names({})).toEqual(['Möwe 9', 'Anchor', 'Möwe 10']);
    expect(names({ order: 'made' })).toEqual(['Anchor', 'Möwe 10', 'Möwe 9']);
    expect(names({ order: 'name' })).toEqual(['Anchor', 'Möwe 9', 'Möwe 10']);
  });

  it('finds by name, tag and metal, each word of several, without accents and in any case', () => {
    expect(names({ text: 'mowe' })).toEqual(['Möwe 9', 'Möwe 10']);
    expect(names({ text: ' SILVER ' })).toEqual(['Anchor']);
    expect(names({ text: 'market mö' })).toEqual(['Möwe 10']);
    expect(names({ text: 'market anchor' })).toEqual([]);
  });

  it('keeps to one tag, however it is written', () => {
    expect(names({ tag: 'birds' })).toEqual(['Möwe 9', 'Möwe 10']);
    expect(names({ tag: 'Market', text: 'anchor' })).toEqual([]);
  });
});

describe('tags', () => {
  it('are told once each, the commonest first', () => {
    expect(tagsOf(PIECES)).toEqual(['birds', 'Market']);
  });

  it('are read between commas, each once', () => {
    expect(readTags(' winter  stall, birds,, Birds ,')).toEqual({
      ok: true,
      value: ['winter stall', 'birds'],
    });
    expect(readTags('')).toEqual({ ok: true, value: [] });
  });

  it('too many, or too long ones, are said to be', () => {
    const many = Array.from({ length: 13 }, (_, i) => `t${i}`).join(',');
    expect(readTags(many)).toEqual({ ok: false, message: 'A piece has up to 12 tags.' });
    expect(readTags('x'.repeat(31))).toMatchObject({ ok: false });
  });
});
