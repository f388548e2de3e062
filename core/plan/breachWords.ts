import { asLength, asNumber, asThickness, say, type Said } from '../words';
import type { Breach } from './laws';

/** Why a wire is not planned, in a maker's words. */
export function breachWords({ law, is, should }: Breach): Said {
  switch (law) {
    case 'strays':
      return say`No bends were found that follow the line: the nearest strays ${asThickness(is)} from it, and ${asThickness(should)} is allowed.`;
    case 'turns':
      return say`The line turns ${asNumber(should, 0)} degrees in all, and no bends were found that do: the nearest turn ${asNumber(is, 0)}.`;
    case 'length':
      return say`The line is ${asLength(should)} long, and no bends were found that take as much wire: the nearest take ${asLength(is)}.`;
    case 'lost':
      return say`Part of the line has no place on the wire: it is too tight to lie half a wire beside what is drawn.`;
    case 'broken':
      return say`The bends do not follow on each other: ${asThickness(is)} of wire is missing or too much between two of them.`;
    case 'kinked':
      return say`Two bends stand so close that the wire would have to turn ${asNumber(is, 0)} degrees on the spot between them.`;
    case 'endless':
      return say`The line is ${asLength(is)} long. Lines of up to ${asLength(should)} are planned.`;
  }
}

/** What can be done about a wire that is not planned. */
export function breachRemedy({ law }: Breach): Said {
  switch (law) {
    case 'strays':
    case 'turns':
    case 'length':
      return say`Draw the marked place with fewer or larger turns, or let the plan stray a little further.`;
    case 'lost':
    case 'broken':
    case 'kinked':
      return say`Take the line as the wire’s centre, use thinner wire, or draw the marked place wider.`;
    case 'endless':
      return say`Make the figure smaller.`;
  }
}
