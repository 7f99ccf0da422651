import { coinsIn } from '@jovet/core/units';

/** Writes amounts of the smallest coin in a currency, and says how many coins make one of it. */
export function moneyIn(currency: string): {
  coins: number;
  text: (coins: number, digits?: number) => string;
} {
  const coins = coinsIn(currency);
  const digits = Math.round(Math.log10(coins));
  return {
    coins,
    text: (amount, shown = digits) =>
      new Intl.NumberFormat('en', {
        style: 'currency',
        currency,
        currencyDisplay: 'narrowSymbol',
        minimumFractionDigits: shown,
        maximumFractionDigits: shown,
      }).format(amount / coins),
  };
}
