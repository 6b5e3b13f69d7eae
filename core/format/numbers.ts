/** Digits with an optional sign and point, from digits as the language writes them; null for anything else. */
export function plainNumber(text: string, locale: string): string | null {
  const { decimal, group } = separators(locale);
  const isSpace = (sign: string) => /[\s\u00a0\u202f]/u.test(sign);
  let plain = '';
  for (const sign of westernDigits(text).replace(/^\+/, '').replace('−', '-')) {
    if (sign === decimal) plain += '.';
    else if (sign === group || (isSpace(sign) && isSpace(group))) continue;
    else plain += sign;
  }
  return /^-?(\d+\.?\d*|\.\d+)$/.test(plain) ? plain.replace(/^(-?)\./, '$10.').replace(/\.$/, '') : null;
}

/** Digits of other scripts as people of some languages type them. */
export const westernDigits = (text: string): string =>
  text
    .replace(/[٠-٩]/g, (digit) => String(digit.charCodeAt(0) - 0x660))
    .replace(/[۰-۹]/g, (digit) => String(digit.charCodeAt(0) - 0x6f0));

const known = new Map<string, { decimal: string; group: string }>();
export function separators(locale: string): { decimal: string; group: string } {
  let found = known.get(locale);
  if (!found) {
    const parts = new Intl.NumberFormat(locale).formatToParts(1_234_567.8);
    const part = (type: string) => parts.find((each) => each.type === type)?.value ?? '';
    found = { decimal: part('decimal') || '.', group: part('group') };
    known.set(locale, found);
  }
  return found;
}

/** A number without an exponent. */
export function plainDecimal(value: number): string {
  const text = String(value);
  return text.includes('e') ? value.toFixed(20).replace(/\.?0+$/, '') : text;
}
