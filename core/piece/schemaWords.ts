import type { z } from 'zod';

type Issue = z.core.$ZodIssue;

/** What the parts of a record are called; what is not named here is called by its key, in plain words. */
const PARTS: Readonly<Record<string, string>> = {
  paths: 'line',
  nodes: 'point',
  start: 'first end',
  end: 'last end',
  dressing: 'dressing item',
  stocks: 'wire',
  stock: 'its wire',
  shapes: 'word or motif',
  parts: 'part',
  bendEdits: 'changed bend',
  picture: 'traced picture',
  overAt: 'crossing',
  doubledAt: 'doubled stretch',
  toleranceMm: 'tolerance',
  reserveMm: 'reserve',
  diameterMm: 'wire thickness',
  outOfPlane: 'shape out of the plane',
  making: 'way of making',
  copies: 'how many',
  pieces: 'piece',
  makings: 'making',
  kits: 'kit',
  tools: 'tool',
  coils: 'test coil',
  steps: 'step',
  used: 'wire used',
};

/** Keys in one list: a place in it is counted from one. */
function placeWords(path: readonly PropertyKey[]): string {
  const words: string[] = [];
  path.forEach((key, i) => {
    if (typeof key === 'number') {
      words.push(`${words.pop() ?? 'entry'} ${key + 1}`);
      return;
    }
    const name = String(key);
    const plain = name
      .replace(/Mm$|Deg$|Rad$/, '')
      .replace(/([A-Z])/g, (l) => ` ${l.toLowerCase()}`);
    words.push(PARTS[name] ?? (i === 0 ? plain : `“${plain}”`));
  });
  return words.join(', ');
}

/** Whether a record holds something of a kind that is not known: it may be newer than this program. */
export function isUnknownKind(issue: Issue): boolean {
  return (
    (issue.code === 'invalid_union' && issue.errors.length === 0) ||
    issue.code === 'unrecognized_keys' ||
    (issue.code === 'invalid_value' && issue.path.at(-1) === 'kind')
  );
}

function whatWords(issue: Issue): string {
  switch (issue.code) {
    case 'too_big':
      return issue.origin === 'array' || issue.origin === 'set'
        ? `holds more than ${String(issue.maximum)}`
        : issue.origin === 'string'
          ? `is longer than ${String(issue.maximum)} signs`
          : `is larger than ${String(issue.maximum)}`;
    case 'too_small':
      return issue.origin === 'array' || issue.origin === 'string'
        ? 'is empty'
        : `is smaller than ${String(issue.minimum)}`;
    case 'invalid_type':
      return 'is missing, or is not what it should be';
    case 'custom':
      return issue.message;
    case 'unrecognized_keys':
      return `holds “${issue.keys[0]?.slice(0, 40) ?? ''}”, which this Hush Road does not know`;
    default:
      return isUnknownKind(issue)
        ? 'is of a kind that this Hush Road does not know'
        : 'is not one of what it can be';
  }
}

/**
 * Why a record does not fit its schema, in plain words: the first of what does not fit, and where.
 * @returns a part of a sentence, "line 3, point 2 is larger than 5000"
 */
export function schemaWords(error: z.core.$ZodError): string {
  const issue = error.issues[0];
  if (!issue) return 'something in it cannot be read';
  const place = placeWords(issue.path);
  const what = whatWords(issue);
  if (issue.code === 'custom') return what;
  return place === '' ? `it ${what}` : `${place} ${what}`;
}
