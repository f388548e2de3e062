import { z } from 'zod';

const money = z.number().min(0).max(1_000_000);
const minutes = z.number().min(0).max(100_000);

/** How a maker reckons prices; money in the one currency that is chosen. */
export const pricingSchema = z.strictObject({
  /** ISO 4217 */
  currency: z.string().regex(/^[A-Z]{3}$/),
  /** for an hour at the bench */
  perHour: money,
  /** getting ready and clearing away, once for all that are made together */
  setUpMin: minutes,
  /** box, card, bag, for each that is sold */
  packaging: money,
  /** metal that is lost beyond what is cut, in percent */
  lossPercent: z.number().min(0).max(100),
  /** what the stall or the shop keeps of the price, in percent */
  feesPercent: z.number().min(0).max(90),
  /** what is to be earned of the price beyond the hours, in percent */
  marginPercent: z.number().min(0).max(90),
  /** put on the price, in percent */
  taxPercent: z.number().min(0).max(100),
  /** the maker's own minutes for pieces, where they are not those that are reckoned */
  minutesOf: z
    .record(z.string().max(60), minutes)
    .refine((m) => Object.keys(m).length <= 5_000, 'more than 5000 pieces'),
});
export type Pricing = z.infer<typeof pricingSchema>;

export const DEFAULT_PRICING: Pricing = {
  currency: 'EUR',
  perHour: 18,
  setUpMin: 15,
  packaging: 0.6,
  lossPercent: 5,
  feesPercent: 0,
  marginPercent: 20,
  taxPercent: 0,
  minutesOf: {},
};
