/** Rounded half away from zero to `places` decimals, on the shortest decimal form of the number (1.005 → 1.01). */
export function roundTo(value: number, places: number): number {
  const [mantissa, exponent = '0'] = String(Math.abs(value)).split('e');
  const shifted = Math.round(Number(`${mantissa}e${Number(exponent) + places}`));
  const [digits, power = '0'] = String(shifted).split('e');
  return Math.sign(value) * Number(`${digits}e${Number(power) - places}`);
}
