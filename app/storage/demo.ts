import { z } from 'zod';
import { readPiece } from '@core/piece';
import { savePiece } from './pieces';
import { demoOffered, noteDemoOffered } from './settings';

/** Puts the Lantern Lane pieces into this browser. */
export async function bringDemo(): Promise<void> {
  const response = await fetch('/demo.json');
  for (const raw of z.array(z.unknown()).parse(await response.json())) {
    const read = readPiece(raw);
    if (read.ok) await savePiece(read.value);
  }
}

/** On a first visit, whichever page it begins on, the Lantern Lane pieces are there. */
export async function demoAtFirst(): Promise<void> {
  if (await demoOffered()) return;
  await bringDemo();
  await noteDemoOffered();
}
