/** How amounts of a currency are written where the maker is. */
export interface Money {
  readonly print: (amount: number) => string;
  /** after the decimal mark */
  readonly digits: number;
}

const printers = new Map<string, Money>();

/** @param currency ISO 4217 */
export function moneyOf(currency: string): Money {
  const known = printers.get(currency);
  if (known) return known;
  const format = new Intl.NumberFormat(undefined, { style: 'currency', currency });
  const money: Money = {
    print: (amount) => format.format(amount),
    digits: format.resolvedOptions().maximumFractionDigits ?? 2,
  };
  printers.set(currency, money);
  return money;
}

/** All currencies that this browser can write, by their names. */
export function currencies(): { value: string; label: string }[] {
  const names = new Intl.DisplayNames(undefined, { type: 'currency' });
  return Intl.supportedValuesOf('currency').map((code) => ({
    value: code,
    label: `${code}, ${names.of(code) ?? code}`,
  }));
}
