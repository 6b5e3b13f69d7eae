import type { Box } from '@/core/map';

/** Every pair of boxes of which one lies on the other. */
export const overlaps = <T extends Box>(boxes: readonly T[]): [T, T][] =>
  boxes.flatMap((one, index) =>
    boxes
      .slice(index + 1)
      .filter(
        (other) =>
          one.x < other.x + other.width &&
          other.x < one.x + one.width &&
          one.y < other.y + other.height &&
          other.y < one.y + one.height,
      )
      .map((other): [T, T] => [one, other]),
  );
