import { describe, expect, it } from 'vitest';
import { FILE_KINDS, mutatedFile, nastyFiles } from './hostile.support';
import { tryFile } from './hostileFiles.support';

describe('files that nobody meant to draw', () => {
  for (const kind of FILE_KINDS) {
    it(`${kind}: each made to hang is read or refused`, () => {
      for (const text of nastyFiles(kind)) tryFile(kind, text);
    });

    it(`${kind}: of spoilt ones each is read or refused, and what is read can be kept`, () => {
      const outcomes = Array.from({ length: 150 }, (_, i) => tryFile(kind, mutatedFile(kind, i)));
      const kept = outcomes.filter((o) => o.outcome === 'kept').length;
      expect(kept).toBeGreaterThan(10);
      expect(kept).toBeLessThan(140);
    });
  }
});
