import boldUrl from '@fontsource/hanken-grotesk/files/hanken-grotesk-latin-600-normal.woff?url';
import regularUrl from '@fontsource/hanken-grotesk/files/hanken-grotesk-latin-400-normal.woff?url';

/** Where the type of printed pages is, for workers to fetch. */
export const printFonts = (): { readonly regular: string; readonly bold: string } => ({
  regular: new URL(regularUrl, location.href).href,
  bold: new URL(boldUrl, location.href).href,
});
