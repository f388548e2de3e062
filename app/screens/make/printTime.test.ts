import { expect, test } from 'vitest';
import { printTime } from './printTime';

test.each([
  [0, '0:00'],
  [999, '0:00'],
  [7_000, '0:07'],
  [61_000, '1:01'],
  [750_000, '12:30'],
  [3_599_999, '59:59'],
  [3_600_000, '1:00:00'],
  [36_605_000, '10:10:05'],
])('%i ms are %s', (ms, text) => {
  expect(printTime(ms)).toBe(text);
});
