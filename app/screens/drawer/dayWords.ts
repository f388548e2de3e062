import { format, parseISO } from 'date-fns';

/** @param iso ISO 8601 */
export const dayWords = (iso: string): string => format(parseISO(iso), 'd MMM yyyy');

/** Without its year. */
export const shortDay = (iso: string): string => format(parseISO(iso), 'd MMM');
