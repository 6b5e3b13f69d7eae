import { studioKindOf } from '../plan/kinds';
import { isAsked, isLink } from '@/core/column';
import { allSteps, type Column, type Definition, type Routine, type Table, THIS } from '@/core/model';
import {
  analysedAt,
  assigned,
  columnText,
  incomingLinks,
  linkAt,
  recordTableAt,
  type StepExpected,
  type StepScope,
  stepValueWords,
  toIdentifier,
} from '@/core/plan';
import { quoteText } from '@/core/sql';

export interface Choice {
  value: string;
  label: string;
}

export const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;

/** The records that a step can take: those at hand, and where their links lead. */
export function recordChoices(app: Definition, scope: StepScope, tableId?: string): Choice[] {
  const paths = Object.entries(scope.records).flatMap(([name, of]) => {
    const links = (id: string) => app.tables.find((table) => table.id === id)?.columns.filter(isLink) ?? [];
    const first = links(of).map((link) => ({ path: `:${name}.${columnText(link)}`, link }));
    return [
      `:${name}`,
      ...first.map(({ path }) => path),
      ...first.flatMap(({ path, link }) => links(link.tableId).map((next) => `${path}.${columnText(next)}`)),
    ];
  });
  return paths
    .filter((path) => tableId === undefined || recordTableAt(app, scope, path) === tableId)
    .map((path) => ({ value: path, label: capital(stepValueWords(app, path, scope)) }));
}

/**
 * What can stand for a value, by touch: the row's columns, those of records at hand, values, and what a column can be.
 */
export function valueChoices(
  app: Definition,
  scope: StepScope,
  rowTableId: string | null,
  expected: StepExpected,
): Choice[] {
  const columnsOf = (tableId: string): Column[] => app.tables.find(({ id }) => id === tableId)?.columns ?? [];
  const here: StepScope = { ...scope, row: rowTableId === null ? null : { tableId: rowTableId, name: '' } };
  const column = expected.kind === 'assigned' ? expected.column : undefined;
  const fixed = [
    ...(column?.kind === 'yesNo' ? ['TRUE', 'FALSE'] : []),
    ...(column?.kind === 'choice' ? column.choices.map(quoteText) : []),
    ...(column && !column.required && column.kind !== 'yesNo' ? ['NULL'] : []),
  ];
  const own = rowTableId === null ? [] : columnsOf(rowTableId).map(columnText);
  const ofRecords = Object.entries(scope.records).flatMap(([name, tableId]) => [
    `:${name}`,
    ...columnsOf(tableId).flatMap((each) => [
      `:${name}.${columnText(each)}`,
      ...(isLink(each)
        ? columnsOf(each.tableId).map((next) => `:${name}.${columnText(each)}.${columnText(next)}`)
        : []),
    ]),
  ]);
  const all = [...fixed, ':today', ...Object.keys(scope.values).map((name) => `:${name}`), ...own, ...ofRecords];
  return all
    .filter((text) => fits(app, here, text, expected))
    .map((text) => ({
      value: text,
      label: capital(stepValueWords(app, text, here).replaceAll('“', '').replaceAll('”', '')),
    }));
}

function fits(app: Definition, scope: StepScope, text: string, expected: StepExpected): boolean {
  const compiled = analysedAt(app, scope, text);
  if (compiled.faults.length > 0) return false;
  switch (expected.kind) {
    case 'assigned':
      return (
        expected.column !== undefined &&
        !('fault' in assigned(expected.column, text, compiled, recordTableAt(app, scope, text)))
      );
    case 'condition':
      return compiled.type.kind === 'yesNo';
    case 'record':
      return compiled.linkIdSql !== null;
    case 'value':
      return true;
  }
}

/** A name for what a step brings to hand, that nothing in the routine has. */
export function freeStepName(routine: Routine, base: string): string {
  const taken = new Set([
    THIS,
    'today',
    ...allSteps(routine.steps).flatMap((step) => ('name' in step ? [step.name] : [])),
  ]);
  const name = toIdentifier(base, 'record').toLowerCase();
  if (!taken.has(name)) return name;
  let number = 2;
  while (taken.has(`${name}_${number}`)) number++;
  return `${name}_${number}`;
}

/** What a column that must be filled in is given at first. */
function firstValue(app: Definition, scope: StepScope, column: Column): string {
  const [choice] = valueChoices(app, scope, scope.row?.tableId ?? null, { kind: 'assigned', column });
  return studioKindOf(column).stepValue?.(column.name) ?? choice?.value ?? 'NULL';
}

/** The values that a record of a table is added with at first: those that must not be blank. */
export const firstValues = (app: Definition, scope: StepScope, table: Table): { columnId: string; text: string }[] =>
  table.columns
    .filter(
      (column) =>
        isAsked(column) &&
        !column.perPerson &&
        ((column.required && column.kind !== 'yesNo' && column.default.kind === 'none') ||
          (isLink(column) &&
            recordChoices(app, scope, column.tableId).some(
              ({ value }) => value.startsWith(':') && !value.includes('.'),
            ))),
    )
    .map((column) => ({
      columnId: column.id,
      text: isLink(column)
        ? (recordChoices(app, scope, column.tableId)[0]?.value ?? 'NULL')
        : firstValue(app, scope, column),
    }));

/** The link columns by which a step can link a record of a table. */
export function linkChoices(app: Definition, tableId: string | null): Choice[] {
  const table = app.tables.find(({ id }) => id === tableId);
  if (!table) return [];
  const own = table.columns.filter(isLink).map(({ id, name }) => ({ value: id, label: name }));
  const linking = incomingLinks(app, table.id).flatMap(({ table: between, column }) =>
    between.linking ? [{ value: column.id, label: between.name }] : [],
  );
  return [...own, ...linking];
}

/**
 * The links that a step could set or clear between records at hand: of a record, by a column, to a record. What must not
 * be blank is never cleared.
 */
export function linksToBeSet(
  app: Definition,
  scope: StepScope,
  kind: 'link' | 'unlink',
): { record: string; columnId: string; to: string }[] {
  return recordChoices(app, scope).flatMap(({ value: record }) => {
    const tableId = recordTableAt(app, scope, record);
    return linkChoices(app, tableId).flatMap(({ value: columnId }) => {
      const side = linkAt(app, columnId, tableId);
      const [to] = side ? recordChoices(app, scope, side.other.tableId) : [];
      if (!side || (kind === 'unlink' && side.own === null && side.other.required)) return [];
      return to || kind === 'unlink' ? [{ record, columnId, to: to?.value ?? '' }] : [];
    });
  });
}

/** The record that a new step is most likely to be about: the row at hand, or the first of those that are. */
export const rowRecord = (app: Definition, scope: StepScope): string | undefined =>
  scope.row ? `:${scope.row.name}` : recordChoices(app, scope)[0]?.value;
