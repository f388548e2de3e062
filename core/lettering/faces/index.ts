import { readGlyph, type Glyph } from '../glyph';
import { PRINT_CAPITALS, PRINT_SMALL, SIGNS } from './print';
import { ROUND_CAPITALS } from './round';
import { SCRIPT_FORMS, SCRIPT_SMALL } from './script';

export interface Face {
  readonly name: string;
  /** joined letter to letter unless the maker says otherwise */
  readonly joins: boolean;
  readonly slantDeg: number;
  /** widths against heights */
  readonly width: number;
  readonly glyph: (sign: string) => Glyph | null;
  /** names of a letter's other forms */
  readonly forms: (sign: string) => readonly string[];
  readonly form: (sign: string, form: string) => Glyph | null;
}

type Plain = Readonly<Record<string, string>>;
type Paced = Readonly<Record<string, readonly [string, number]>>;

const read = (plain: Plain): Map<string, Glyph> =>
  new Map(Object.entries(plain).map(([sign, text]) => [sign, readGlyph(text)]));
const readPaced = (paced: Paced): Map<string, Glyph> =>
  new Map(Object.entries(paced).map(([sign, [text, advance]]) => [sign, readGlyph(text, advance)]));

const small = read(PRINT_SMALL);
const capitals = read(PRINT_CAPITALS);
const signs = read(SIGNS);
const rounds = read(ROUND_CAPITALS);
const script = readPaced(SCRIPT_SMALL);
const scriptForms = new Map(Object.entries(SCRIPT_FORMS).map(([s, f]) => [s, readPaced(f)]));
const printForms = new Map(
  Object.entries<Plain>({
    a: { storeyed: '0.8,-8.8 4.4,-6.4,3.6 8,0|8,-5.6 2.8,-2.8,-2.8 8,0' },
    l: { curved: '0,-16 2.6,-2.6,-2.6 4.6,-0.3' },
    t: { straight: '2,-14 2,0|=-1.4,-10 5.6,-10' },
    u: { stemmed: '0,-10 3.8,-3.8,-3.8 7.6,-10 7.6,0' },
    y: { curved: '0,-10 3.8,-3.8,-3.8 7.6,-10 4.2,2.6,3.4 0.6,4.6' },
  }).map(([s, f]) => [s, read(f)]),
);

const from =
  (...sets: readonly ReadonlyMap<string, Glyph>[]) =>
  (sign: string): Glyph | null => {
    for (const set of sets) {
      const found = set.get(sign);
      if (found) return found;
    }
    return null;
  };
const formsOf =
  (forms: ReadonlyMap<string, ReadonlyMap<string, Glyph>>) =>
  (sign: string): readonly string[] => [...(forms.get(sign)?.keys() ?? [])];
const formOf =
  (forms: ReadonlyMap<string, ReadonlyMap<string, Glyph>>) =>
  (sign: string, form: string): Glyph | null =>
    forms.get(sign)?.get(form) ?? null;

/** Italic letters are those of the joined hand without loops where it has such a form. */
const italic = new Map(
  [...script].map(([sign, glyph]) => [sign, scriptForms.get(sign)?.get('plain') ?? glyph]),
);

export const FACES = {
  print: {
    name: 'Upright print',
    joins: false,
    slantDeg: 0,
    width: 1,
    glyph: from(small, capitals, signs),
    forms: formsOf(printForms),
    form: formOf(printForms),
  },
  script: {
    name: 'Joined hand',
    joins: true,
    slantDeg: 0,
    width: 1,
    glyph: from(script, capitals, signs),
    forms: formsOf(scriptForms),
    form: formOf(scriptForms),
  },
  italic: {
    name: 'Italic',
    joins: false,
    slantDeg: 14,
    width: 0.86,
    glyph: from(italic, capitals, signs),
    forms: formsOf(scriptForms),
    form: formOf(scriptForms),
  },
  capitals: {
    name: 'Round capitals',
    joins: false,
    slantDeg: 0,
    width: 1,
    glyph: (sign: string) => from(rounds, signs)(sign === 'ß' ? 'ẞ' : sign.toUpperCase()),
    forms: () => [],
    form: () => null,
  },
} satisfies Record<string, Face>;

export type FaceId = keyof typeof FACES;
export const FACE_IDS = Object.keys(FACES) as [FaceId, ...FaceId[]];

/** Every sign that the faces are drawn for, accents composed with their letters left out. */
export const SIGN_LIST: readonly string[] = [
  ...Object.keys(PRINT_SMALL),
  ...Object.keys(PRINT_CAPITALS),
  ...Object.keys(SIGNS),
];
