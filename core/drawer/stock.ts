import type { z } from 'zod';
import { threadSchema } from '../item';
import { wireGrams, wireMassG } from '../wire';

/** Wire of the drawer is as it is bought: a rope is twisted from it. */
export const stockSchema = threadSchema.omit({ rope: true }).strict();
export type Stock = z.infer<typeof stockSchema>;

/**
 * Gauge sizes and metric ones that are sold for each other differ by up to this share: 20 gauge is 0.812 mm and
 * is sold as 0.8. The next size, up or down, differs by a tenth.
 */
const ONE_SIZE = 0.025;

export const isSameSize = (a: number, b: number): boolean => Math.abs(a / b - 1) <= ONE_SIZE;

/** Whether a wire can be taken for another as it is: same metal, temper and coat, and the same size as sold. */
export const isSameStock = (a: Stock, b: Stock): boolean =>
  a.metal === b.metal &&
  a.temper === b.temper &&
  a.coat === b.coat &&
  isSameSize(a.diameterMm, b.diameterMm);

/** Names wires so that those which can be taken for each other have one name. */
export class StockNames {
  private readonly known: Stock[] = [];

  nameOf(wire: Stock): string {
    let index = this.known.findIndex((k) => isSameStock(k, wire));
    if (index < 0) index = this.known.push(wire) - 1;
    return `stock ${index}`;
  }
}

/**
 * How long a wire is by its weight, mm: its volume by the metal's density, over its cross-section.
 * @param grams without the spool
 */
export const lengthByWeight = (wire: Stock, grams: number): number =>
  grams / wireMassG(wire.metal, wire.diameterMm, 1);

/** What a length weighs, g. */
export const weightOf = (wire: Stock, mm: number): number => wireGrams(wire, mm);
