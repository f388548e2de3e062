// Builds the application where its sources have changed.
import { ensureBuild } from './ready.mjs';

process.exit(await ensureBuild());
