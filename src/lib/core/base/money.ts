/** Money is counted in whole smallest units of a currency; null: no currency is told, two digits behind the point. */
const DIGITS = 2;
const formats = new Map<string, Intl.NumberFormat>();
/** As it is written; a currency that this device does not know stands before the amount as it is. */
function formatOf(currency: string | null): Intl.NumberFormat {
  const key = currency ?? '';
  const known = formats.get(key);
  if (known) return known;
  const format = new Intl.NumberFormat(
    'en-GB',
    currency === null
      ? { minimumFractionDigits: DIGITS, maximumFractionDigits: DIGITS }
      : { style: 'currency', currency },
  );
  formats.set(key, format);
  return format;
}
/** Digits behind the point: 2 for most, 0 or 3 for some. */
export const moneyDigits = (currency: string | null): number =>
  formatOf(currency).resolvedOptions().maximumFractionDigits ?? DIGITS;
/** An amount of the main unit in smallest ones, not rounded: 1.2 → 120. */
export const inSmallest = (amount: number, currency: string | null): number =>
  amount * 10 ** moneyDigits(currency);
/** Smallest units in the main one: 1250 → 12.5. */
export const inMain = (money: number, currency: string | null): number => money / 10 ** moneyDigits(currency);
/** 1250 → "€12.50", or "12.50" where no currency is told. @param money in smallest units */
export const formatMoney = (money: number, currency: string | null): string =>
  formatOf(currency).format(inMain(money, currency)).replaceAll(',', '\u202f');
/** 12.5 → "€12.50". @param amount in the main unit, as prices of stock and of what is sold are told */
export const formatAmount = (amount: number, currency: string | null): string =>
  formatMoney(Math.round(inSmallest(amount, currency)), currency);
