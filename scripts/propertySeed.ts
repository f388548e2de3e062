import fc from 'fast-check';
import { appendFileSync } from 'node:fs';

/**
 * Property tests try the same cases every time, so that a run tells about the change and not about
 * chance; `npm run roam` tries cases never tried before. What it finds is mended and kept as a case.
 * A roam says its seed, by which it can be run again, and how many cases it tried.
 */
const { ROAM_SEED, ROAM_TALLY } = process.env;

function tell(details: fc.RunDetails<unknown>): void {
  if (ROAM_TALLY) appendFileSync(ROAM_TALLY, `${details.numRuns}\n`);
  if (details.failed) throw new Error(fc.defaultReportMessage(details));
}

fc.configureGlobal(ROAM_SEED ? { seed: Number(ROAM_SEED), reporter: tell } : { seed: 20_261 });
