/** On a phone a scanner's keys go to the field that has focus; only a browser hears those of the whole page. */
export function ScanKeys(): null {
  return null;
}
