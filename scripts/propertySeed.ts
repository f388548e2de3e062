import fc from 'fast-check';

/**
 * Property tests try the same cases every time, so that a run tells about the change and not about
 * chance; `npm run roam` tries cases never tried before. What it finds is mended and kept as a case.
 */
const roaming = process.env.ROAM === '1';

fc.configureGlobal(roaming ? {} : { seed: 20_261 });
