import { flattenPath } from '../geometry';
import { FACES } from './faces';
import { kern, type Profile } from './kern';
import { LetterDrawer, UNITS, type Placed } from './letterDrawer';
import type { Letter } from './readText';
import type { WordSettings } from './settings';

const SPACE_UNITS = 6;
/** Room between letters that are not joined, in tenths of the x-height, the wire left out. */
const GAP_UNITS = 2.2;
/** Dots stand for beads or rings of this size across, in tenths of the x-height. */
export const DOT_UNITS = 2.4;

export interface Layout {
  readonly placed: readonly Placed[];
  /** length of the set text along the baseline, in units */
  readonly extentUnits: number;
}

/**
 * Where the letters stand: at the hand's own pace where it joins, else by the room between them.
 * @param diameterUnits thickness of the wire in units
 */
export function layOut(
  letters: readonly (Letter | null)[],
  settings: WordSettings,
  diameterUnits: number,
): Layout {
  const placed: Placed[] = [];
  const { space } = settings;
  const { width } = FACES[settings.face];
  // The pen is where the next letter's origin would stand without kerning.
  let pen = 0;
  let extentUnits = 0;
  let before: { profile: Profile; x: number; paced: boolean } | null = null;
  for (const letter of letters) {
    if (!letter) {
      pen += SPACE_UNITS + space;
      before = null;
      continue;
    }
    const { advance } = letter.glyph;
    const paced = advance !== null && settings.join;
    const profile = profileOf(letter, settings);
    let x = pen - (paced || placed.length === 0 ? 0 : profile.left);
    if (before && !(before.paced && paced)) {
      x = before.x + kern(before.profile, profile, GAP_UNITS + space + diameterUnits);
    }
    placed.push({ letter, x });
    extentUnits = x + (advance ?? profile.right);
    pen = x + (paced ? advance * width : profile.right) + space;
    before = { profile, x, paced };
  }
  return { placed, extentUnits };
}

/** A letter's reach on a straight line, in units. */
function profileOf(letter: Letter, settings: WordSettings): Profile {
  const bands = new Map<number, [number, number]>();
  let [left, right] = [Infinity, -Infinity];
  const put = (x: number, y: number): void => {
    const band = Math.round(y / 2);
    const now = bands.get(band) ?? [Infinity, -Infinity];
    bands.set(band, [Math.min(now[0], x), Math.max(now[1], x)]);
    left = Math.min(left, x);
    right = Math.max(right, x);
  };
  const home = { letter, x: 0 };
  const straight = new LetterDrawer(
    { ...settings, baseline: { kind: 'straight' }, letters: [] },
    { diameterMm: 0, leastRadiusMm: 0 },
    UNITS,
    0,
  );
  for (const path of straight.letterPaths(home)) {
    for (const p of flattenPath(path, 0.1, 1)) put(p.x, p.y);
  }
  for (const d of straight.dotsOf(home)) {
    put(d.x - DOT_UNITS / 2, d.y);
    put(d.x + DOT_UNITS / 2, d.y);
  }
  return { bands, left, right };
}
