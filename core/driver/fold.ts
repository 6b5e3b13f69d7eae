/** Text as it is compared in a search: case and accents gone, by Unicode's canonical decomposition. */
export function fold(text: string): string {
  // Nearly all text is ASCII, for which lower case is all there is to do.
  if (/^[\x00-\x7f]*$/.test(text)) return text.toLowerCase();
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}
