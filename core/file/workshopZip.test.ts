import { strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { newMaking } from '../making';
import { newPath, newPiece } from '../piece';
import { FileError } from './fileError';
import { DEFAULT_TOOLBOX } from './toolbox';
import { DEFAULT_SETTINGS, readSettings, writeWorkshop } from './workshop';
import { packWorkshop, unpackWorkshop, type PackedPicture } from './workshopZip';

const NOW = '2026-11-20T12:00:00.000Z';
const piece = {
  ...newPiece('p1', 'Lantern', NOW),
  paths: [
    newPath(
      'w',
      [
        { x: 0, y: 0 },
        { x: 9, y: 4 },
      ],
      false,
    ),
  ],
};
const making = newMaking('m1', piece, { twin: false }, '', NOW);
const parts = {
  pieces: [piece],
  settings: { ...DEFAULT_SETTINGS, unit: 'in' as const },
  toolbox: DEFAULT_TOOLBOX,
  makings: [making],
  earlier: [{ ...piece, name: 'Lamp' }],
};
const picture = (n: number, name = 'leaf.png'): PackedPicture => ({
  id: `pic-17000000000${n}-abc`,
  name,
  type: 'image/png',
  bytes: Uint8Array.from({ length: 500 }, (_, i) => (i * n) % 256),
});

describe('a workshop in one archive', () => {
  it('comes back as it was, with its pictures', () => {
    const pictures = [picture(1), picture(2), picture(3, '../../etc/passwd'), picture(4, '')];
    const back = unpackWorkshop(packWorkshop(parts, pictures, NOW));
    expect(back).toMatchObject({ ...parts, saved: NOW, damaged: [] });
    expect(back.pictures).toEqual(pictures);
  });

  it('has plain names in it, whatever pictures are called', () => {
    const names = Object.keys(unzipSync(packWorkshop(parts, [picture(1, '../../x:y?.png')], NOW)));
    expect(names).toContain('workshop.json');
    for (const name of names) expect(name).toMatch(/^(pictures\/)?[\p{L}\p{N} _.-]+$/u);
    for (const name of names) expect(name).not.toContain('..');
  });

  it('a picture that is damaged is left out alone', () => {
    const archive = packWorkshop(parts, [picture(1), picture(2)], NOW);
    const files = unzipSync(archive);
    const [first] = Object.keys(files).filter((n) => n.startsWith('pictures/'));
    files[first!]![100]! ^= 0xff;
    const back = unpackWorkshop(zipSync(files));
    expect(back.pictures).toHaveLength(1);
    expect(back.pieces).toEqual([piece]);
    expect(back.damaged).toEqual([{ name: 'leaf.png', message: 'This picture is not whole.' }]);
    delete files[first!];
    expect(unpackWorkshop(zipSync(files)).pictures).toHaveLength(1);
  });

  it('still reads the file of an earlier version', () => {
    const back = unpackWorkshop(strToU8(writeWorkshop(parts, NOW)));
    expect(back.pieces).toEqual([piece]);
    expect(back.pictures).toEqual([]);
  });

  it('what is no workshop is refused in plain words', () => {
    const archive = packWorkshop(parts, [picture(1)], NOW);
    for (let at = 4; at < archive.length; at += 97) {
      expect(() => unpackWorkshop(archive.slice(0, at))).toThrow(FileError);
    }
    expect(() => unpackWorkshop(zipSync({ 'a.txt': strToU8('hello') }))).toThrow(/no workshop/);
    // What says of itself that it is far too large is not unpacked at all.
    const bomb = packWorkshop(parts, [picture(1)], NOW);
    const at = bomb.findIndex(
      (_, k) => bomb[k] === 0x50 && bomb[k + 1] === 0x4b && bomb[k + 2] === 1,
    );
    new DataView(bomb.buffer, bomb.byteOffset).setUint32(at + 24, 0x7fffffff, true);
    expect(() => unpackWorkshop(bomb)).toThrow(/more than a workshop/);
  });
});

describe('settings of another version', () => {
  it('a choice that is not known here does not take the others with it', () => {
    const { limits: _left, ...older } = DEFAULT_SETTINGS;
    expect(readSettings({ ...older, unit: 'in', glow: 7 })).toEqual({
      ok: true,
      value: { ...DEFAULT_SETTINGS, unit: 'in' },
    });
    const text = writeWorkshop(parts, NOW).replace('"unit": "in"', '"unit": "ell"');
    const back = unpackWorkshop(strToU8(text));
    expect(back.pieces).toEqual([piece]);
    expect(back.settings).toBeNull();
    expect(back.damaged[0]).toMatchObject({ name: 'Settings' });
  });
});
