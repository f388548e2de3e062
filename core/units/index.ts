/**
 * Units: millimetres inside, what a maker reads and types at the edge.
 * Wire gauge follows ASTM B258; an inch is 25.4 mm exactly.
 */
export { degrees, radians } from './angle';
export { awgToMm, mmToAwg, nominalAwg } from './awg';
export { MM_PER_INCH, printInches } from './inches';
export { parseLengths, type ParsedLengths } from './parseLengths';
export { readLength, readWeight, type ParsedWeight } from './readMeasured';
export { parseLength, type LengthUnit, type ParsedLength } from './parseLength';
export {
  bareLength,
  printAngle,
  printBoth,
  printGauge,
  printLength,
  printMm,
  printNumber,
  printSize,
  printThickness,
  printWireLength,
} from './print';
