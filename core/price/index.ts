/**
 * Price: what a piece costs and should cost, from what was paid for wire and things, and from time. Money is in
 * the maker's one currency; nothing is asked of any service.
 */
export { timeNeeded, type TimeNeeded, type TimePart } from './minutes';
export { priceOf, roundMoney, type Price, type PricePart } from './price';
