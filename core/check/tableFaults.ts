import { rulesFaults } from './rulesFaults';
import { isLink, isStored, valueFault } from '@/core/column';
import { analyseExpression } from '@/core/expression';
import { fault, type Fault, mendedBy, type Path, under, unless } from '@/core/fault';
import {
  type Column,
  type ColumnOf,
  type Definition,
  ExpressionText,
  MOST_EXPRESSION,
  type StoredColumn,
  type Table,
} from '@/core/model';
import { bestNaming, canName, incomingLinks, keyFaults, namingText, planScope } from '@/core/plan';
import { unitsOf } from '@/core/unit';

/** All that is wrong with a table, its columns and its keys. */
export function tableFaults(definition: Definition, index: number): Fault[] {
  const table = definition.tables[index] as Table;
  const repeated = repeats(table.columns, ['columns']);
  return under(
    ['tables', index],
    [
      ...repeated,
      // Which column is meant cannot be told where two go by one id.
      ...(repeated.length === 0 ? namingFaults(definition, table) : []),
      ...table.columns.flatMap((column, at) => under(['columns', at], columnFaults(definition, table, column))),
      ...(table.keys ?? []).flatMap((key, at) => under(['keys', at], keyFaults(table, key))),
    ],
  );
}

function namingFaults(definition: Definition, table: Table): Fault[] {
  const { naming } = table;
  const column = naming.kind === 'column' ? table.columns.find(({ id }) => id === naming.columnId) : undefined;
  const mended = (faults: Fault[]) => {
    if (faults.length === 0) return faults;
    const other = bestNaming(table.columns.filter(({ kind }) => kind !== 'expression'));
    const isOther = JSON.stringify(other) !== JSON.stringify(naming);
    return isOther ? mendedBy({ way: 'naming', at: ['naming'], value: other }, faults) : faults;
  };
  if (naming.kind === 'column' && !column)
    return mended([fault('no-such', { what: 'column' }, ['naming', 'columnId'])]);
  if (column && 'perPerson' in column && column.perPerson) return mended([fault('name-of-person', {}, ['naming'])]);
  // A plain column of its own names a record without fail.
  if (column && isStored(column) && !isLink(column) && canName(column)) return [];
  const text = namingText(table);
  if (analyseExpression(text, planScope(definition)(table.id)).isPersonal)
    return mended([fault('name-of-person', {}, ['naming'])]);
  return mended(textFaults(definition, table, text, ['naming', 'text']));
}

function columnFaults(definition: Definition, table: Table, column: Column): Fault[] {
  return [
    ...unless(column.identifier.toLowerCase() !== 'id', 'reserved-name', {}, ['identifier']),
    ...(column.kind === 'expression' ? computedFaults(definition, table, column.text) : []),
    ...(isStored(column) ? mendedRules(column) : []),
    ...(column.kind === 'measure' ? unitFaults(column) : []),
    ...(isLink(column) ? linkFaults(definition, table, column) : []),
    ...(column.kind === 'choice' ? choiceFaults(column) : []),
    ...mendedBy({ way: 'no-default', at: ['default'], value: { kind: 'none' } }, defaultFaults(column)),
  ];
}

const computedFaults = (definition: Definition, table: Table, text: string): Fault[] => {
  const faults = textFaults(definition, table, text, ['text']);
  return text === 'NULL' ? faults : mendedBy({ way: 'no-text', at: ['text'], value: 'NULL' }, faults);
};

const limits = ['minLength', 'maxLength', 'pattern', 'min', 'max'];

/** Limits that make no sense are none. */
function mendedRules(column: StoredColumn): Fault[] {
  const faults = rulesFaults(column);
  // Nearly every column of every plan is right: nothing is made for those.
  if (faults.length === 0) return faults;
  const value = Object.fromEntries(Object.entries(column).filter(([key]) => !limits.includes(key)));
  return mendedBy({ way: 'no-limits', at: [], value }, faults);
}

function unitFaults({ quantity, unit }: ColumnOf<'measure'>): Fault[] {
  const units = unitsOf(quantity);
  const faults = unless(units.includes(unit), 'unit', { units }, ['unit']);
  return mendedBy({ way: 'unit', at: ['unit'], value: units[0] ?? '' }, faults);
}

function choiceFaults({ choices }: ColumnOf<'choice'>): Fault[] {
  const once = [...new Set(choices)];
  const faults = unless(once.length === choices.length, 'choice-twice', {}, ['choices']);
  return mendedBy({ way: 'once', at: ['choices'], value: once }, faults);
}

function defaultFaults(column: Column): Fault[] {
  const { default: start } = column;
  if (isLink(column)) return unless(start.kind === 'none', 'link-default', {}, ['default']);
  if (start.kind === 'today') return unless(column.kind === 'date', 'today-elsewhere', {}, ['default']);
  if (start.kind !== 'value') return [];
  const at: Path = ['default', 'value'];
  const { value } = start;
  if (typeof value === 'boolean' && column.kind !== 'yesNo') return [fault('yes-no-elsewhere', {}, at)];
  const reason = valueFault(column, typeof value === 'boolean' ? Number(value) : value);
  return reason === null ? [] : [fault('value', { reason }, at)];
}

function textFaults(definition: Definition, table: Table, text: string, place: Path): Fault[] {
  if (!ExpressionText.safeParse(text).success) return [fault('expression-length', { most: MOST_EXPRESSION }, place)];
  return analyseExpression(text, planScope(definition)(table.id)).faults.map((of) =>
    fault('expression', { of }, place),
  );
}

function linkFaults(definition: Definition, table: Table, column: ColumnOf<'link'>): Fault[] {
  const target = definition.tables.find(({ id }) => id === column.tableId);
  if (!target) return [fault('no-such', { what: 'table' }, ['tableId'])];
  const called = [
    ...target.columns.map(({ identifier }) => identifier),
    ...incomingLinks(definition, target.id)
      .filter((other) => other.column !== column)
      .map((other) => other.column.inverseIdentifier),
  ];
  const isTaken = called.some((identifier) => identifier.toLowerCase() === column.inverseIdentifier.toLowerCase());
  return [
    ...unless(!column.required || column.onDelete !== 'unlink', 'link-required', {}, ['onDelete']),
    ...unless(!column.acyclic || target.id === table.id, 'link-elsewhere', {}, ['acyclic']),
    ...unless(!isTaken, 'inverse-taken', { record: target.recordName, name: column.inverse }, ['inverseIdentifier']),
  ];
}

/** Ids, names and identifiers that are there twice; SQLite compares names without regard to case. */
export function repeats(items: readonly { id: string; name: string; identifier?: string }[], place: Path): Fault[] {
  return (['id', 'name', 'identifier'] as const).flatMap((key) => {
    const seen = new Set<string>();
    return items.flatMap((item, index) => {
      const said = item[key];
      if (said === undefined) return [];
      const value = key === 'id' ? said : said.toLowerCase();
      const isNew = !seen.has(value);
      seen.add(value);
      return unless(isNew, 'twice', { name: said }, [...place, index, key]);
    });
  });
}
