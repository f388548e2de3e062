import type { TimeNeeded, TimePart } from '@core/price';
import { printNumber, printWireLength, type LengthUnit } from '@core/units';

const PART_WORDS: Readonly<Record<TimePart['what'], string>> = {
  cut: 'to cut',
  bend: 'bends',
  end: 'formed ends',
  second: 'second wires to begin and end',
  metre: 'of second wire to lay',
  thing: 'beads and findings',
};

const FOOT_M = 0.3048;

function partWords({ what, count, eachMin }: TimePart, unit: LengthUnit): string {
  if (what !== 'metre') return `${count} ${PART_WORDS[what]} at ${eachMin} min`;
  const each =
    unit === 'mm' ? `${eachMin} min a metre` : `${printNumber(eachMin * FOOT_M, 1)} min a foot`;
  return `${printWireLength(count * 1000, unit)} ${PART_WORDS[what]} at ${each}`;
}

/** What the minutes for one are taken from. */
export const timeWords = (time: TimeNeeded, unit: LengthUnit): string =>
  time.from === 'makings'
    ? `${printNumber(time.minutes, 0)} min: the middle of ${time.makings === 1 ? 'your one making' : `your ${time.makings} makings`}.`
    : `${printNumber(time.minutes, 0)} min, reckoned: ${time.parts
        .map((p) => partWords(p, unit))
        .join(', ')}. Your own makings take its place.`;
