import { aggregates, functions } from './functions';
import { parameters, type ScopeTable } from './scope';
import { spellName } from './syntax';
import { typeWords } from '@/core/sql';

/** What may be typed at a place in an expression. */
export interface Completion {
  /** Where what is typed so far begins; the label takes its place. */
  from: number;
  options: { label: string; detail: string; kind: 'column' | 'link' | 'many' | 'function' | 'parameter' }[];
}

const PATH = /(?:(?::?[\p{L}_][\p{L}\p{N}_]*|"(?:[^"]|"")+")\.)*(?::?[\p{L}\p{N}_]*)$/u;

/**
 * The names that fit where the cursor stands: after a dot those of the table that the path leads to. Null where nothing
 * can be named.
 */
export function completeExpression(text: string, position: number, table: ScopeTable): Completion | null {
  const before = text.slice(0, position);
  // An odd number of quotes: inside a text.
  if ((before.match(/'/g)?.length ?? 0) % 2 === 1) return null;
  const path = PATH.exec(before)?.[0] ?? '';
  const parts = path.split('.');
  const typed = parts.pop() ?? '';
  let at: ScopeTable | null = table;
  for (const part of parts) {
    const name = part.startsWith('"') ? part.slice(1, -1).replaceAll('""', '"') : part;
    const found: ScopeTable['names'][string] | undefined =
      at?.names[Object.keys(at.names).find((each) => each.toLowerCase() === name.toLowerCase()) ?? ''];
    at = found && (found.kind === 'link' || found.kind === 'many' || found.kind === 'record') ? found.table() : null;
  }
  if (!at) return null;
  const names = Object.entries(at.names).map(([name, found]) => ({
    label: spellName(name),
    detail:
      found.kind === 'column'
        ? typeWords(found.type)
        : found.kind === 'expression'
          ? 'computed'
          : found.kind === 'link' || found.kind === 'record'
            ? `one ${found.table().recordName.toLowerCase()}`
            : `many, for count and sum`,
    kind: found.kind === 'expression' ? ('column' as const) : found.kind === 'record' ? ('link' as const) : found.kind,
  }));
  const others = [
    ...Object.keys(functions).map((name) => ({ label: name, detail: 'function', kind: 'function' as const })),
    ...Object.keys(aggregates)
      .filter((name) => !Object.hasOwn(functions, name))
      .map((name) => ({ label: name, detail: 'over the many side', kind: 'function' as const })),
    ...Object.keys(parameters).map((name) => ({
      label: `:${name}`,
      detail: 'the current date',
      kind: 'parameter' as const,
    })),
    ...Object.keys(table.parameters ?? {}).map((name) => ({
      label: `:${name}`,
      detail: 'of the query',
      kind: 'parameter' as const,
    })),
  ];
  return { from: position - typed.length, options: parts.length > 0 ? names : [...names, ...others] };
}
