import type { Item } from './items';

/** Lines that stay together when a list flows over pages. */
export interface Block {
  readonly heightMm: number;
  readonly items: readonly Item[];
  /** items printed first again when a page breaks before this block */
  readonly header?: readonly Item[];
  /** keep with the blocks after it, so many mm */
  readonly needsMm?: number;
}

/** A text in lines of at most so many signs. */
export function wrapped(text: string, signs: number): string[] {
  const lines: string[] = [''];
  for (const word of text.split(' ')) {
    const now = lines.at(-1)!;
    if (now.length + word.length + 1 > signs) lines.push(word);
    else lines[lines.length - 1] = now === '' ? word : `${now} ${word}`;
  }
  return lines;
}
