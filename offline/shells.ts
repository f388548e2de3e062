const STAGES = ['figure', 'trace', 'wire', 'bends', 'rehearse', 'dressing', 'sheet', 'make'];

/** One address of each kind of page. */
export const SHELLS: readonly string[] = [
  '/',
  '/new',
  '/desk',
  '/kit',
  '/drawer',
  '/drawer/cuts',
  '/drawer/batches',
  '/drawer/orders',
  '/drawer/prices',
  '/settings',
  '/deleted',
  '/piece/-',
  ...STAGES.map((stage) => `/piece/-/${stage}`),
  '/piece/-/make/-',
];

/** The page that stands for an address; null where there is none. */
export function shellOf(path: string): string | null {
  const shell = path
    .replace(/(?<=.)\/$/, '')
    .replace(/^\/piece\/[^/]+/, '/piece/-')
    .replace(/^(\/piece\/-\/make\/)[^/]+$/, '$1-');
  return SHELLS.includes(shell) ? shell : null;
}
