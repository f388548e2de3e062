/**
 * Sentences as data: what the core says, with its numbers in mm and radians, and the one place where that becomes
 * words in a maker's unit.
 */
export {
  asAngle,
  asBoth,
  asCount,
  asGauge,
  asLength,
  asNumber,
  asOther,
  asSize,
  asThickness,
  capital,
  counted,
  inWords,
  joined,
  say,
  type Quantity,
  type Said,
} from './said';
