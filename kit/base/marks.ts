import { useTones } from './theme';

/** The colours of a chart's parts, in their order. */
export function useMarks(): string[] {
  const tones = useTones();
  return (['green', 'amber', 'plum', 'blue', 'red', 'grey'] as const).map((tone) => tones[tone].ink);
}
