/**
 * The check digit of a GS1 number without its last digit: weights 3, 1, 3 … from the right, up to the next ten.
 * Source: GS1 General Specifications, section 7.9.
 */
export function gs1CheckDigit(body: string): number {
  const sum = [...body].reverse().reduce((total, digit, index) => total + Number(digit) * (index % 2 === 0 ? 3 : 1), 0);
  return (10 - (sum % 10)) % 10;
}
