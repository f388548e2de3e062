import { expect, test } from 'vitest';
import { SHELLS, shellOf } from './shells';

test.each([
  ['/', '/'],
  ['/new', '/new'],
  ['/kit', '/kit'],
  ['/drawer/cuts/', '/drawer/cuts'],
  ['/piece/demo-swallow', '/piece/-'],
  ['/piece/demo-swallow/', '/piece/-'],
  ['/piece/p1x2/figure', '/piece/-/figure'],
  ['/piece/p1x2/make/m9', '/piece/-/make/-'],
  ['/piece/p1x2/nothing', null],
  ['/health', null],
  ['/piece', null],
  ['/piece/a/make/b/c', null],
])('%s is shown by %s', (path, shell) => {
  expect(shellOf(path)).toBe(shell);
});

test('each page stands for itself', () => {
  for (const shell of SHELLS) expect(shellOf(shell)).toBe(shell);
});
