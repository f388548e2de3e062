import type { MadeAs } from '@core/drawer';
import { printNumber, type LengthUnit } from '@core/units';
import { stockName } from './StockName';

/** How a piece is made otherwise than it is drawn. */
export const asWords = ({ percent, wire, mirrored }: MadeAs, unit: LengthUnit): string =>
  [
    percent !== undefined && `${printNumber(percent, 0)} % of its size`,
    wire && `of ${stockName(wire, unit)}`,
    mirrored && 'mirrored',
  ]
    .filter(Boolean)
    .join('; ');
