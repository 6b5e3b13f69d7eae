import { HIGHEST_ID, isStored, MOST_FILE_BYTES, MOST_PICTURE_BYTES } from '@/core/column';
import {
  type Column,
  type ColumnOf,
  type DefaultValue,
  type Definition,
  type DeleteRule,
  type Table,
  MOST_KEYS,
  TableKey,
} from '@/core/model';
import { bestNaming, freeIdentifier, physicalPlan, singular, keyFaults } from '@/core/plan';
import { quoteName } from '@/core/expression';
import { isIndexable } from '@/core/schema';
import { sourceKind } from './sourceKind';
import { FILE_SCHEMA, type ForeignKey, type Source, type SourceColumn, type SourceTable } from './sqliteSource';

/** How the rows of one table are read out of the file: each page as JSON, an array of rows that begin with their id. */
export interface SourceCopy {
  tableId: string;
  /** The ids of the columns, in the order of the values. */
  columns: string[];
  count: number;
  /** Gives one row: `rows` as JSON, `count` and `last`; parameters `after` (0 at first) and `most`. */
  sql: string;
  /** The same rows as they are, id first; the same parameters. */
  select: string;
}

/** What a database file becomes: tables to make, rows to copy, and what could not be kept as it was. */
export interface SqlitePlan {
  tables: Table[];
  copies: SourceCopy[];
  /** Statements to run on the file first: temporary tables that number rows which have no number of their own. */
  prepare: string[];
  report: string[];
}

interface Planned {
  source: SourceTable;
  table: Table;
  /** The number of a row under the alias, as SQL; `join` brings in the table that it comes from. */
  id: (alias: string) => string;
  numbers: string | null;
  links: { key: ForeignKey; column: ColumnOf<'link'> }[];
  report: string[];
}

/** Plans the import of a database that was looked over. Pure; every departure is told in `report`. */
export function planSqlite(source: Source): SqlitePlan {
  const prepare: string[] = [];
  const identifiers: string[] = [];
  const names: string[] = [];
  const planned = source.tables.map((each, index): Planned => {
    const name = freeName(words(each.name), names);
    names.push(name);
    const identifier = freeIdentifier(name, 'table', identifiers);
    identifiers.push(identifier);
    const table: Table = {
      id: `t${String(index + 1).padStart(3, '0')}`,
      name,
      recordName: singular(name),
      identifier,
      columns: [],
      naming: { kind: 'expression', text: "''" },
    };
    const report: string[] = [];
    return { source: each, table, ...numbering(each, index, prepare, report), links: [], report };
  });
  const at = (name: string) => planned.find((each) => each.source.name.toLowerCase() === name.toLowerCase());
  for (const each of planned) addLinks(each, at);
  const copies = planned.map((each) => addColumns(each, at));
  giveInverses(planned, at);
  for (const each of planned) {
    isLinking(each) && (each.table.linking = true);
    if (each.table.columns.length === 0)
      each.table.columns.push({
        id: `${each.table.id}c000`,
        name: 'Name',
        identifier: 'name',
        kind: 'text',
        required: false,
        unique: false,
        default: { kind: 'none' },
      });
    each.table.naming = bestNaming(each.table.columns);
  }
  const others = [
    ...source.views.map((name) => `The view ${name} is not kept: what it shows can be computed columns.`),
    ...source.virtual.map(
      (name) => `The virtual table ${name} is not kept, nor the tables that it keeps its values in.`,
    ),
    ...source.triggers.map(({ name, table }) => `The trigger ${name} on ${table} is not kept, and did not run.`),
  ];
  return {
    tables: planned.map(({ table }) => table),
    copies,
    prepare,
    report: [...planned.flatMap(({ table, report }) => report.map((line) => `${table.name}: ${line}`)), ...others],
  };
}

const keyColumns = ({ columns }: SourceTable): SourceColumn[] =>
  columns.filter(({ key }) => key > 0).sort((left, right) => left.key - right.key);
/** The column that is the rowid itself. */
const ownId = (table: SourceTable): SourceColumn | null => {
  const [key, ...more] = keyColumns(table);
  return key && more.length === 0 && key.type === 'INTEGER' && !table.withoutRowid ? key : null;
};

/** A row keeps its rowid as its id; where it has none, or not one above 0, it is given a number. */
function numbering(
  source: SourceTable,
  index: number,
  prepare: string[],
  report: string[],
): Pick<Planned, 'id' | 'numbers'> {
  const key = keyColumns(source);
  if (!source.withoutRowid && (source.leastId === null || (source.leastId > 0 && source.highestId <= HIGHEST_ID))) {
    if (key.length > 1)
      report.push(
        `its primary key of ${key.length} columns becomes ordinary columns; rows are told apart by an id of their own.`,
      );
    if (key.length === 0) report.push('it has no primary key; rows are told apart by an id of their own.');
    return { id: (alias) => `${alias}.rowid`, numbers: null };
  }
  const numbers = `_fern_numbers_${index}`;
  const parts = source.withoutRowid ? key.map(({ name }) => quoteName(name)) : ['rowid'];
  prepare.push(
    `CREATE TEMP TABLE ${numbers} AS SELECT row_number() OVER (ORDER BY ${parts.join(', ')}) AS id, ${parts.map((part, place) => `${part} AS k${place}`).join(', ')} FROM ${FILE_SCHEMA}.${quoteName(source.name)}`,
    `CREATE INDEX temp.${numbers}_key ON ${numbers} (${parts.map((_, place) => `k${place}`).join(', ')})`,
  );
  report.push(
    source.withoutRowid
      ? 'it has no numbers for its rows; each is given one.'
      : `it has ids ${(source.leastId ?? 1) < 1 ? 'below 1' : 'above 2^52'}; its rows are numbered anew.`,
  );
  return {
    id: (alias) =>
      `(SELECT n.id FROM temp.${numbers} n WHERE ${parts.map((part, place) => `n.k${place} IS ${alias}.${part}`).join(' AND ')})`,
    numbers,
  };
}

/** The columns there that a foreign key leads to: where it does not say, the primary key. */
const targets = (key: ForeignKey, parent: SourceTable): string[] =>
  key.to.length > 0 ? key.to : keyColumns(parent).map(({ name }) => name);

function addLinks(each: Planned, at: (name: string) => Planned | undefined): void {
  const { source, table } = each;
  for (const [index, key] of source.foreignKeys.entries()) {
    const parent = at(key.table);
    if (!parent || key.astray === null || targets(key, parent.source).length !== key.from.length) {
      each.report.push(
        `${key.from.join(', ')} refers to ${key.table}, ${parent ? 'but not to what tells its rows apart' : 'which is not there'}; it stays an ordinary column.`,
      );
      continue;
    }
    if (key.astray > 0)
      each.report.push(
        `${key.from.join(', ')} refers to ${key.astray === 1 ? 'a row' : `${key.astray} rows`} of ${key.table} that ${key.astray === 1 ? 'is' : 'are'} not there; those are left blank.`,
      );
    const [first = ''] = key.from;
    const single =
      key.from.length === 1 ? source.columns.find(({ name }) => name.toLowerCase() === first.toLowerCase()) : undefined;
    const taken = table.columns.map(({ name }) => name);
    const name = freeName(
      single ? words(first.replace(/_?id$/i, '') || parent.table.recordName) : parent.table.recordName,
      taken,
    );
    const unique = single !== undefined && isUnique(source, single.name);
    const required = single !== undefined && single.notNull && key.astray === 0;
    const rule: DeleteRule =
      key.onDelete === 'CASCADE' ? 'cascade' : key.onDelete === 'SET NULL' && !required ? 'unlink' : 'stop';
    const column: ColumnOf<'link'> = {
      id: `${table.id}l${String(index + 1).padStart(2, '0')}`,
      name,
      identifier: freeIdentifier(
        name,
        'column',
        table.columns.map(({ identifier }) => identifier),
      ),
      kind: 'link',
      tableId: parent.table.id,
      onDelete: rule,
      inverse: table.name,
      inverseIdentifier: table.identifier,
      required,
      unique,
      default: { kind: 'none' },
    };
    table.columns.push(column);
    each.links.push({ key, column });
  }
}

/** Whether an index stands on this column and nothing else, for all rows. */
const isIndexed = ({ indexes }: SourceTable, name: string): boolean =>
  indexes.some(
    ({ explicit, unique, partial, columns }) =>
      explicit && !unique && !partial && columns.length === 1 && columns[0] === name,
  );

const isUnique = ({ indexes, columns }: SourceTable, name: string): boolean => {
  const key = columns.filter((column) => column.key > 0);
  return (
    indexes.some(
      (index) => index.unique && !index.partial && index.columns.length === 1 && index.columns[0] === name,
    ) ||
    (key.length === 1 && key[0]?.name === name)
  );
};

/** The row that a foreign key leads to, as the number that it has in the new table. */
function linkSql(key: ForeignKey, parent: Planned): string {
  const there = targets(key, parent.source);
  return `(SELECT ${parent.id('p')} FROM ${FILE_SCHEMA}.${quoteName(parent.source.name)} AS p WHERE ${there.map((column, index) => `p.${quoteName(column)} = c.${quoteName(key.from[index] as string)}`).join(' AND ')})`;
}

function addColumns(each: Planned, at: (name: string) => Planned | undefined): SourceCopy {
  const { source, table, report, links } = each;
  const linked = new Set(links.filter(({ key }) => key.from.length === 1).map(({ key }) => key.from[0]?.toLowerCase()));
  const id = ownId(source);
  const values = new Map<string, string>(
    links.map(({ key, column }) => [column.id, linkSql(key, at(key.table) as Planned)]),
  );
  const plain: Column[] = [];
  for (const [index, from] of source.columns.entries()) {
    if (from === id && each.numbers === null) continue;
    if (linked.has(from.name.toLowerCase())) continue;
    const others = [...table.columns, ...plain];
    const name = freeName(
      words(from.name) || `Column ${index + 1}`,
      others.map((other) => other.name),
    );
    const { settings, sql, notes } = sourceKind(source, from, `c.${quoteName(from.name)}`);
    report.push(...notes.map((note) => `${name} ${note}`));
    if (from.generated) report.push(`${name} was computed; its values of now are kept.`);
    const column = {
      ...settings,
      id: `${table.id}c${String(index + 1).padStart(3, '0')}`,
      name,
      identifier: freeIdentifier(
        name,
        'column',
        others.map((other) => other.identifier),
      ),
      required:
        settings.kind !== 'yesNo' &&
        (from.notNull || (from.key > 0 && from.facts.filled === source.rows)) &&
        !wasBlanked(settings.kind, from),
      unique:
        settings.kind !== 'yesNo' &&
        settings.kind !== 'picture' &&
        settings.kind !== 'file' &&
        isUnique(source, from.name),
      default: defaultOf(from, settings.kind, report, name),
    } as Column;
    if (isIndexable(column) && isIndexed(source, from.name)) column.indexed = true;
    plain.push(column);
    values.set(column.id, sql);
  }
  const places = new Map<string, number>(
    links.map(({ key, column }) => [
      column.id,
      source.columns.findIndex(({ name }) => name.toLowerCase() === key.from[0]?.toLowerCase()),
    ]),
  );
  const placeOf = (column: Column) => places.get(column.id) ?? Number(column.id.slice(-3)) - 1;
  table.columns = [...table.columns, ...plain].sort((left, right) => placeOf(left) - placeOf(right));
  const columnAt = (name: string): Column | undefined => {
    const key = links.find(
      (each) => each.key.from.length === 1 && each.key.from[0]?.toLowerCase() === name.toLowerCase(),
    );
    const at = source.columns.findIndex((each) => each.name.toLowerCase() === name.toLowerCase());
    return (
      key?.column ?? table.columns.find((column) => column.id === `${table.id}c${String(at + 1).padStart(3, '0')}`)
    );
  };
  const kept = keysOf(source, table, columnAt);
  if (kept.length > 0) table.keys = kept.map(({ key }) => key);
  tellIndexes(
    { ...source, indexes: source.indexes.filter((index) => !kept.some((each) => each.index === index)) },
    report,
  );
  const columns = table.columns.map((column) => column.id);
  const number = each.numbers ? 'n.id' : 'c.rowid';
  const key = source.withoutRowid ? keyColumns(source).map(({ name }) => `c.${quoteName(name)}`) : ['c.rowid'];
  const from = each.numbers
    ? `temp.${each.numbers} AS n JOIN ${FILE_SCHEMA}.${quoteName(source.name)} AS c ON ${key.map((part, place) => `${part} IS n.k${place}`).join(' AND ')}`
    : `${FILE_SCHEMA}.${quoteName(source.name)} AS c`;
  return {
    tableId: table.id,
    columns,
    count: source.rows,
    ...pages(
      number,
      table.columns.map((column) => ({ kind: column.kind, sql: values.get(column.id) as string })),
      from,
    ),
  };
}

/** The statements that read rows a page at a time, by their number. */
function pages(
  number: string,
  values: readonly { kind: Column['kind']; sql: string }[],
  from: string,
): Pick<SourceCopy, 'sql' | 'select'> {
  const page = (row: string) => `SELECT ${row} FROM ${from} WHERE ${number} > :after ORDER BY ${number} LIMIT :most`;
  // A picture goes through JSON as text.
  const told = values.map(({ kind, sql }) => (kind === 'picture' ? `attachment_url(${sql})` : sql));
  return {
    select: page([number, ...values.map(({ sql }) => sql)].join(', ')),
    sql: `SELECT '[' || group_concat(row, ',') || ']' AS rows, count(*) AS count, max(number) AS last FROM (${page(`json_array(${[number, ...told].join(', ')}) AS row, ${number} AS number`)})`,
  };
}

/** A value that cannot be kept leaves a blank, which a required column could not have. */
const wasBlanked = (kind: Column['kind'], { facts }: SourceColumn): boolean =>
  facts.infinite > 0 ||
  (kind === 'file' && facts.largest > MOST_FILE_BYTES) ||
  (kind === 'picture' && facts.largest > MOST_PICTURE_BYTES);

/** What the record on the other side calls those that belong to it, told apart from all that it has already. */
function giveInverses(planned: readonly Planned[], at: (name: string) => Planned | undefined): void {
  const given: { tableId: string; name: string; identifier: string }[] = [];
  for (const { table, links } of planned) {
    for (const { key, column } of links) {
      const parent = (at(key.table) as Planned).table;
      const taken = [...parent.columns, ...given.filter(({ tableId }) => tableId === parent.id)];
      const names = taken.map(({ name }) => name);
      const isFree = !names.some((name) => name.toLowerCase() === table.name.toLowerCase());
      column.inverse = freeName(
        isFree ? table.name : `${table.name.slice(0, 36)} by ${column.name.slice(0, 36).toLowerCase()}`,
        names,
      );
      column.inverseIdentifier = freeIdentifier(
        column.inverse,
        'link',
        taken.map(({ identifier }) => identifier),
      );
      given.push({ tableId: parent.id, name: column.inverse, identifier: column.inverseIdentifier });
    }
  }
}

function defaultOf(
  { default: text }: SourceColumn,
  kind: Column['kind'],
  report: string[],
  name: string,
): DefaultValue {
  const none: DefaultValue = { kind: 'none' };
  if (text === null || /^null$/i.test(text)) return none;
  const plain = text.replace(/^\((.*)\)$/s, '$1').trim();
  if (kind === 'date' && /^(current_date|date\(\s*'now'.*\))$/i.test(plain)) return { kind: 'today' };
  const quoted = /^'((?:[^']|'')*)'$/.exec(plain)?.[1]?.replaceAll("''", "'");
  if (kind === 'yesNo') return /^(1|true|'true'|'yes'|'1')$/i.test(plain) ? { kind: 'value', value: true } : none;
  if ((kind === 'text' || kind === 'longText' || kind === 'choice') && quoted !== undefined && quoted.trim() !== '')
    return { kind: 'value', value: quoted };
  if (
    (kind === 'wholeNumber' || kind === 'decimal') &&
    /^-?\d+(\.\d+)?$/.test(plain) &&
    (kind === 'decimal' || Number.isSafeInteger(Number(plain)))
  )
    return { kind: 'value', value: Number(plain) };
  if (quoted !== '') report.push(`${name} started with ${text}, which is not kept.`);
  return none;
}

/** What is told apart, or looked up, by several columns together, as far as those came along. */
function keysOf(
  { indexes }: SourceTable,
  table: Table,
  columnAt: (name: string) => Column | undefined,
): { index: SourceTable['indexes'][number]; key: TableKey }[] {
  const kept: { index: SourceTable['indexes'][number]; key: TableKey }[] = [];
  for (const index of indexes) {
    if (index.partial || index.columns.length < 2 || (!index.unique && !index.explicit)) continue;
    const columns = index.columns.map((name) => (name === null ? undefined : columnAt(name)));
    const parsed = TableKey.safeParse({
      id: `${table.id}k${String(kept.length + 1).padStart(2, '0')}`,
      unique: index.unique,
      columnIds: columns.flatMap((column) => (column ? [column.id] : [])),
    });
    if (columns.includes(undefined) || !parsed.success) continue;
    const others = { ...table, keys: kept.map(({ key }) => key) };
    if (keyFaults(others, parsed.data).length === 0) kept.push({ index, key: parsed.data });
  }
  return kept.slice(0, MOST_KEYS);
}

function tellIndexes({ indexes, sql }: SourceTable, report: string[]): void {
  for (const index of indexes) {
    const on = index.columns.map((name) => name ?? 'an expression').join(', ');
    if (index.unique && (index.partial || index.columns.length > 1 || index.columns[0] === null))
      report.push(`that ${on} together must be different in every row${index.partial ? ' of some' : ''} is not kept.`);
    else if (
      index.explicit &&
      !index.unique &&
      !(index.columns.length === 1 && index.columns[0] !== null && !index.partial)
    )
      report.push(`the index ${index.name} on ${on} is not kept; links, codes and names have one anyway.`);
  }
  if (/\bcollate\s+(?!binary\b)/i.test(sql)) report.push('how its texts are compared (COLLATE) is not kept.');
}

/** A table of two links and nothing else holds a many-to-many link. */
const isLinking = ({ table, source, links }: Planned): boolean =>
  links.length === 2 && table.columns.length === 2 && source.columns.length <= 3;

function freeName(name: string, taken: readonly string[]): string {
  const base = name.slice(0, 74).trim() || 'Table';
  let free = base;
  for (let number = 2; taken.some((other) => other.toLowerCase() === free.toLowerCase()); number++)
    free = `${base} ${number}`;
  return free;
}

/** An identifier in words: "costume_budget" and "costumeBudget" are "Costume budget". */
export function words(identifier: string): string {
  const spaced = identifier
    .replace(/([\p{Ll}\d])(\p{Lu})/gu, '$1 $2')
    .replace(/[_\s]+/g, ' ')
    .trim();
  const text = /\s/.test(spaced) && spaced !== identifier ? spaced.toLowerCase() : spaced;
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** How the rows of a database that Fern Shelf wrote itself are read: its definition tells everything. */
export function copiesOf(definition: Definition): SourceCopy[] {
  return physicalPlan(definition).tables.map((table) => {
    const columns = table.columns.filter(isStored);
    const from = `${FILE_SCHEMA}.${quoteName(table.identifier)} AS c`;
    return {
      tableId: table.id,
      columns: columns.map(({ id }) => id),
      count: 0,
      ...pages(
        'c."id"',
        columns.map(({ kind, identifier }) => ({ kind, sql: `c.${quoteName(identifier)}` })),
        from,
      ),
    };
  });
}

/** Where a database that Fern Shelf wrote holds its definition, so that it reads back the same. */
export const DEFINITION_TABLE = '_fern_shelf';
