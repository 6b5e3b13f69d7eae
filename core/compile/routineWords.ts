import { type Assignment, type Definition, type Step, THIS } from '@/core/model';
import { type StepScope, recordTableAt } from '@/core/plan';
import { childrenOf, type Expression, parseExpression } from '@/core/expression';

/** What a sentence needs of an app. */
export type SentencePlan = Pick<Definition, 'tables' | 'queries' | 'routines' | 'screens'>;

const lower = (name: string): string => `${name.charAt(0).toLowerCase()}${name.slice(1)}`;
const article = (name: string): string => `${/^[aeiou]/i.test(name) ? 'an' : 'a'} ${lower(name)}`;

/** A step as a sentence in the plan's names. Steps inside it come after its colon. */
export function stepSentence(app: SentencePlan, step: Step, scope: StepScope): string {
  const table = (id: string | null) => app.tables.find((each) => each.id === id);
  const value = (text: string, at: StepScope = scope) => stepValueWords(app, text, at);
  const sets = (values: readonly Assignment[], tableId: string | null, at: StepScope = scope) =>
    values
      .map(
        ({ columnId, text }) =>
          `${table(tableId)?.columns.find(({ id }) => id === columnId)?.name ?? 'a column'} to ${value(text, at)}`,
      )
      .join(', ');
  switch (step.kind) {
    case 'set':
      return `Let ${step.name} be ${value(step.text)}.`;
    case 'insert': {
      const of = table(step.tableId);
      const given = sets(step.values, step.tableId);
      return `Add ${article(of?.recordName ?? 'record')}${given ? `: set ${given}` : ''}.`;
    }
    case 'update': {
      const tableId = recordTableAt(app, scope, step.record);
      return `Of ${value(step.record)}, set ${sets(step.values, tableId, { ...scope, row: tableId === null ? null : { tableId, name: '' } })}.`;
    }
    case 'delete':
      return `Delete ${value(step.record)}.`;
    case 'link':
      return `Link ${value(step.record)} to ${value(step.to)}${asColumn(app, step.columnId)}.`;
    case 'unlink':
      return step.from === undefined
        ? `Unlink ${value(step.record)}${fromColumn(app, step.columnId)}.`
        : `Unlink ${value(step.record)} from ${value(step.from)}.`;
    case 'each': {
      const of = table(step.tableId);
      const query = app.queries?.find(({ id }) => id === step.queryId);
      const among = query ? ` of the query ${query.name}` : '';
      const where =
        step.condition === undefined
          ? ''
          : ` where ${value(step.condition, { ...scope, row: { tableId: step.tableId, name: step.name } })}`;
      return `For each ${lower(of?.recordName ?? 'record')}${among}${where}:`;
    }
    case 'if':
      return `If ${value(step.condition)}:`;
    case 'ask':
      return step.answer.kind === 'confirm'
        ? `Ask “${step.question}” and go on only if yes.`
        : `Ask “${step.question}” and call the answer ${step.name}.`;
    case 'message':
      return `Say ${value(step.text)}.`;
    case 'go': {
      const name = app.screens?.list.find(({ id }) => id === step.screenId)?.name ?? 'a screen';
      return `Go to ${name}${step.record === undefined ? '' : ` with ${value(step.record)}`}.`;
    }
    case 'refresh': {
      const columns = table(recordTableAt(app, scope, step.record))?.columns ?? [];
      const nameOf = (columnId: string) => columns.find(({ id }) => id === columnId)?.name ?? 'a column';
      return `Ask the catalogue about the ${lower(nameOf(step.codeId))} of ${value(step.record)}, and set what it knows of ${step.columnIds.map(nameOf).join(', ')}.`;
    }
    case 'run': {
      const name = app.routines?.find(({ id }) => id === step.routineId)?.name ?? 'a routine';
      return `Run ${name}${step.record === undefined ? '' : ` on ${value(step.record)}`}.`;
    }
  }
}

const columnNamed = (app: SentencePlan, columnId: string) =>
  app.tables
    .flatMap((table) => table.columns.map((column) => ({ table, column })))
    .find(({ column }) => column.id === columnId);

function asColumn(app: SentencePlan, columnId: string): string {
  const found = columnNamed(app, columnId);
  return found ? (found.table.linking ? ` in ${found.table.name}` : ` as its ${lower(found.column.name)}`) : '';
}

function fromColumn(app: SentencePlan, columnId: string): string {
  const found = columnNamed(app, columnId);
  return found
    ? found.table.linking
      ? ` from all in ${found.table.name}`
      : ` from its ${lower(found.column.name)}`
    : '';
}

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
      `${made.slice(0, node.start)}${said(app, node, scope) ?? made.slice(node.start, node.end)}${made.slice(node.end)}`,
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
  if (!table) return name;
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
