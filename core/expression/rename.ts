import type { CompiledExpression } from './compile';

/**
 * `text` with its names as the plan now has them: `nameOf` gives what each reference is now called, or null to leave
 * it. Everything else, spacing included, stays as typed.
 */
export function renameIn(
  text: string,
  references: CompiledExpression['references'],
  nameOf: (id: string) => string | null,
): string {
  let result = '';
  let position = 0;
  for (const { start, end, id } of [...references].sort((left, right) => left.start - right.start)) {
    const name = nameOf(id);
    if (name === null || start < position) continue;
    result += text.slice(position, start) + name;
    position = end;
  }
  return result + text.slice(position);
}
