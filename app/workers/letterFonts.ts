import plainUrl from '@fontsource/hanken-grotesk/files/hanken-grotesk-latin-900-normal.woff?url';
import plainMoreUrl from '@fontsource/hanken-grotesk/files/hanken-grotesk-latin-ext-900-normal.woff?url';
import roundUrl from '@fontsource/comfortaa/files/comfortaa-latin-700-normal.woff?url';
import roundMoreUrl from '@fontsource/comfortaa/files/comfortaa-latin-ext-700-normal.woff?url';
import serifUrl from '@fontsource/playfair-display/files/playfair-display-latin-900-normal.woff?url';
import serifMoreUrl from '@fontsource/playfair-display/files/playfair-display-latin-ext-900-normal.woff?url';
import { openFont, type LetterFont, type OutlineFontId } from '@core/lettering';
import type { FontOf, Shape } from '@core/piece';

const FILES: Readonly<Record<OutlineFontId, readonly string[]>> = {
  plain: [plainUrl, plainMoreUrl],
  round: [roundUrl, roundMoreUrl],
  serif: [serifUrl, serifMoreUrl],
};
const opened = new Map<OutlineFontId, LetterFont>();

/** Opens the fonts that shapes are lettered with, each when it is first needed. */
export async function fontsFor(shapes: readonly Shape[]): Promise<FontOf> {
  for (const shape of shapes) {
    if (shape.kind !== 'outline' || opened.has(shape.outline.font)) continue;
    const { font } = shape.outline;
    const files = FILES[font].map(async (url) => (await fetch(url)).arrayBuffer());
    opened.set(font, openFont(await Promise.all(files)));
  }
  return (id) => opened.get(id) ?? [];
}
