/** The candidate within two edits of `name` that is nearest to it, or null. */
export function nearest(name: string, candidates: readonly string[]): string | null {
  let best: string | null = null;
  let fewest = 3;
  for (const candidate of candidates) {
    const distance = editDistance(name.toLowerCase(), candidate.toLowerCase());
    if (distance < fewest) [best, fewest] = [candidate, distance];
  }
  return best;
}

function editDistance(left: string, right: string): number {
  let previous = Array.from({ length: right.length + 1 }, (_, index) => index);
  for (let row = 1; row <= left.length; row++) {
    const current = [row];
    for (let column = 1; column <= right.length; column++) {
      const substituted = (previous[column - 1] as number) + (left[row - 1] === right[column - 1] ? 0 : 1);
      current.push(Math.min(substituted, (previous[column] as number) + 1, (current[column - 1] as number) + 1));
    }
    previous = current;
  }
  return previous[right.length] as number;
}
