/**
 * How many of the smallest coin make one of a currency.
 *
 * @param currency ISO code
 */
export const coinsIn = (currency: string): number =>
  10 **
  (new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2);
