const LEFT_ODD = [
  '0001101',
  '0011001',
  '0010011',
  '0111101',
  '0100011',
  '0110001',
  '0101111',
  '0111011',
  '0110111',
  '0001011',
];
const PARITY = ['LLLLLL', 'LLGLGG', 'LLGGLG', 'LLGGGL', 'LGLLGG', 'LGGLLG', 'LGGGLL', 'LGLGLG', 'LGLGGL', 'LGGLGL'];
const flipped = (bits: string) => [...bits].map((bit) => (bit === '1' ? '0' : '1')).join('');
const reversed = (bits: string) => [...bits].reverse().join('');

/** The bars of an EAN-13, 1 for a dark one. Source: ISO/IEC 15420. */
export function barcodeBits(code: string): string {
  const digits = [...code].map(Number);
  const parity = PARITY[digits[0] as number] as string;
  const left = digits
    .slice(1, 7)
    .map((digit, index) =>
      parity[index] === 'L' ? (LEFT_ODD[digit] as string) : reversed(flipped(LEFT_ODD[digit] as string)),
    );
  const right = digits.slice(7).map((digit) => flipped(LEFT_ODD[digit] as string));
  return `101${left.join('')}01010${right.join('')}101`;
}
