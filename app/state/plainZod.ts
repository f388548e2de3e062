import { config } from 'zod';

/** Schemas are read step by step: the page may not make code from text. */
config({ jitless: true });
