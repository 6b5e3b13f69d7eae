import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';

/** A seeded source of choices: the same seed gives the same demo, everywhere. */
export function seeded(seed: number) {
  const generator = xoroshiro128plus(seed);
  const whole = (least: number, most: number): number => uniformInt(generator, least, most);
  return {
    whole,
    pick: <T>(items: readonly T[]): T => items[whole(0, items.length - 1)] as T,
    chance: (percent: number): boolean => whole(1, 100) <= percent,
    /** An ISO 8601 date up to `days` before `end`. */
    dateBefore: (end: string, days: number): string =>
      new Date(Date.parse(`${end}T00:00:00Z`) - whole(0, days) * 86_400_000).toISOString().slice(0, 10),
  };
}
export type Random = ReturnType<typeof seeded>;
