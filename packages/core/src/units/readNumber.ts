export type NumberReading = { ok: true; value: number } | { ok: false; message: string };

const MINUS = /[−–]/g;
const SPACES = /[\s\u00a0\u2009\u202f]/g;

/** No number, and nothing that a person types for a quantity, is longer. */
const LONGEST = 60;
export const LONGEST_QUANTITY = 160;

/** The beginning of a text, as much as a sentence bears. */
export const shortened = (text: string): string => (text.length > 40 ? `${text.slice(0, 40)}…` : text);

/**
 * Reads one number as people write it: point or comma for decimals, spaces or commas between groups of three.
 * A comma before exactly three digits could be either and is refused, unless `decimalComma` says which.
 * @param text the digits alone, no unit
 * @param decimalComma true where other numbers around it show that commas mark decimals
 */
export function readNumber(text: string, decimalComma?: boolean): NumberReading {
  const plain = text.slice(0, LONGEST_QUANTITY).replace(MINUS, '-').replace(SPACES, '');
  if (plain.length > LONGEST || text.length > LONGEST_QUANTITY)
    return { ok: false, message: `“${shortened(text.trim())}” is longer than any number` };
  const sign = /^[+-]/.test(plain) ? plain[0] : '';
  let digits = plain.slice(sign ? 1 : 0);
  const commas = (digits.match(/,/g) ?? []).length;
  if (decimalComma) digits = digits.replace(/\.(?=\d{3})/g, '').replace(',', '.');
  else if (commas > 0) {
    if (digits.includes('.')) digits = readGroups(digits);
    else if (commas > 1) {
      // several commas part groups of three, or nothing that can be read
      if (!/^\d{1,3}(,\d{3})+$/.test(digits))
        return { ok: false, message: `“${text.trim()}” is not a number` };
      digits = digits.replace(/,/g, '');
    } else if (/^[1-9]\d{0,2},\d{3}$/.test(digits)) {
      return {
        ok: false,
        message: `${text.trim()} could be ${digits.replace(',', '')} or ${digits.replace(',', '.')}; type one of them`,
      };
    } else digits = digits.replace(',', '.');
  }
  if (!/^(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(digits)) {
    return { ok: false, message: `“${text.trim()}” is not a number` };
  }
  return { ok: true, value: Number(sign + digits) };
}

/** Both marks are there: the last one is the decimal mark. */
function readGroups(digits: string): string {
  return digits.lastIndexOf(',') > digits.lastIndexOf('.')
    ? digits.replace(/\./g, '').replace(',', '.')
    : digits.replace(/,/g, '');
}
