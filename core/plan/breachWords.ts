import { printMm, printNumber } from '../units';
import type { Breach } from './laws';

/** Why a wire is not planned, in a maker's words. */
export function breachWords({ law, is, should }: Breach): string {
  switch (law) {
    case 'strays':
      return `No bends were found that follow the line: the nearest strays ${printMm(is, 2)} from it, and ${printMm(should, 2)} is allowed.`;
    case 'turns':
      return `The line turns ${printNumber(should, 0)} degrees in all, and no bends were found that do: the nearest turn ${printNumber(is, 0)}.`;
    case 'length':
      return `The line is ${printMm(should, 1)} long, and no bends were found that take as much wire: the nearest take ${printMm(is, 1)}.`;
    case 'lost':
      return 'Part of the line has no place on the wire: it is too tight to lie half a wire beside what is drawn.';
    case 'broken':
      return `The bends do not follow on each other: ${printMm(is, 2)} of wire is missing or too much between two of them.`;
    case 'kinked':
      return `Two bends stand so close that the wire would have to turn ${printNumber(is, 0)} degrees on the spot between them.`;
    case 'endless':
      return `The line is ${printMm(is, 0)} long. Lines of up to ${printMm(should, 0)} are planned.`;
  }
}

/** What can be done about a wire that is not planned. */
export function breachRemedy({ law }: Breach): string {
  switch (law) {
    case 'strays':
    case 'turns':
    case 'length':
      return 'Draw the marked place with fewer or larger turns, or let the plan stray a little further.';
    case 'lost':
    case 'broken':
    case 'kinked':
      return 'Take the line as the wire’s centre, use thinner wire, or draw the marked place wider.';
    case 'endless':
      return 'Make the figure smaller.';
  }
}
