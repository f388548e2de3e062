import base from './playwright.config';

/** Renews the pictures in docs/screenshots. */
export default { ...base, testIgnore: [], testMatch: '**/pictures.spec.ts', workers: 1 };
