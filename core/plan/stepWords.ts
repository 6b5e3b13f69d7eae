import type { StepScope } from './stepScope';
import { childrenOf, type Expression, parseExpression } from '@/core/expression';
import { type Definition, THIS } from '@/core/model';

/** What a sentence needs of an app. */
export type SentencePlan = Pick<Definition, 'tables' | 'queries' | 'routines' | 'screens'>;

const lower = (name: string): string => `${name.charAt(0).toLowerCase()}${name.slice(1)}`;

/**
 * An expression of a step as people say it, where it is plain enough: "the repair’s hours", “yes”. Anything else stays
 * as it is written.
 */
export function stepValueWords(app: SentencePlan, text: string, scope: StepScope): string {
  const { tree, faults } = parseExpression(text);
  return faults.length > 0 ? text : (said(app, tree, scope) ?? written(app, tree, text, scope));
}

/** As written, but with records at hand by what they are called. */
function written(app: SentencePlan, tree: Expression, text: string, scope: StepScope): string {
  const walk = (node: Expression): Expression[] =>
    node.kind === 'path' || node.kind === 'parameter' ? [node] : childrenOf(node).flatMap(walk);
  return walk(tree).reduceRight(
    (made, node) =>
      [
        made.slice(0, node.start),
        said(app, node, scope) ?? made.slice(node.start, node.end),
        made.slice(node.end),
      ].join(''),
    text,
  );
}

function said(app: SentencePlan, tree: Expression, scope: StepScope): string | null {
  switch (tree.kind) {
    case 'null':
      return 'blank';
    case 'yesNo':
      return tree.value ? 'yes' : 'no';
    case 'text':
      return `“${tree.value}”`;
    case 'number':
      return tree.value;
    case 'parameter':
      return tree.name === 'today' ? 'today' : recordWords(app, tree.name, scope);
    case 'path': {
      const [first, ...rest] = tree.parts;
      if (!first) return null;
      const name = first.name.startsWith(':') ? first.name.slice(1) : null;
      const start = name === null ? (scope.row?.tableId ?? null) : (scope.records[name] ?? null);
      const whose = name === null ? null : recordWords(app, name, scope);
      const names = columnNames(
        app,
        start,
        (name === null ? tree.parts : rest).map((part) => part.name),
      );
      return names === null ? null : [...(whose === null ? [] : [whose]), ...names].join('’s ');
    }
    default:
      return null;
  }
}

/** "this cost sheet", "the repair"; a value by its name. */
function recordWords(app: SentencePlan, name: string, scope: StepScope): string {
  const tableId = scope.records[name];
  const table = app.tables.find(({ id }) => id === tableId);
  if (!table) return name.replaceAll('_', ' ');
  return name === THIS ? `this ${lower(table.recordName)}` : `the ${name.replaceAll('_', ' ')}`;
}

function columnNames(app: SentencePlan, start: string | null, parts: readonly string[]): string[] | null {
  const names: string[] = [];
  let tableId = start;
  for (const part of parts) {
    const column = app.tables
      .find(({ id }) => id === tableId)
      ?.columns.find(({ identifier }) => identifier.toLowerCase() === part.toLowerCase());
    if (!column) return null;
    names.push(lower(column.name));
    tableId = column.kind === 'link' ? column.tableId : null;
  }
  return names;
}
