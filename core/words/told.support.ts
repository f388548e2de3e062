import { inWords, type Said } from '.';

/** What is said, as a maker reads it in millimetres; nothing said is empty. */
export const told = (said: Said | null | undefined): string => (said ? inWords(said, 'mm') : '');
