import { sourceKind } from './sourceKind';
import { FILE_SCHEMA } from './sourceRows';
import { keysOf, tellIndexes } from './sqliteKeys';
import { isIndexed, isUnique, linkSql } from './sqliteLinks';
import { freeName, keyColumns, type Planned, rowidColumn, type SourceCopy, words } from './sqlitePlan';
import type { SourceColumn } from './sqliteSource';
import { MOST_FILE_BYTES, MOST_PICTURE_BYTES } from '@/core/column';
import type { Column, DefaultValue } from '@/core/model';
import { freeIdentifier } from '@/core/plan';
import { isIndexable } from '@/core/schema';
import { quoteName } from '@/core/sql';

export function addColumns(each: Planned, at: (name: string) => Planned | undefined): SourceCopy {
  const { source, table, report, links } = each;
  const linked = new Set(links.filter(({ key }) => key.from.length === 1).map(({ key }) => key.from[0]?.toLowerCase()));
  const id = rowidColumn(source);
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
    ? `temp.${each.numbers} AS n JOIN ${FILE_SCHEMA}.${quoteName(source.name)} AS c
        ON ${key.map((part, place) => `${part} IS n.k${place}`).join(' AND ')}`
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
export function pages(
  number: string,
  values: readonly { kind: Column['kind']; sql: string }[],
  from: string,
): Pick<SourceCopy, 'sql' | 'select'> {
  const page = (row: string) => `SELECT ${row} FROM ${from} WHERE ${number} > :after ORDER BY ${number} LIMIT :most`;
  // A picture goes through JSON as text.
  const told = values.map(({ kind, sql }) => (kind === 'picture' ? `attachment_url(${sql})` : sql));
  return {
    select: page([number, ...values.map(({ sql }) => sql)].join(', ')),
    sql: `SELECT '[' || group_concat(row, ',') || ']' AS rows, count(*) AS count, max(number) AS last
      FROM (${page(`json_array(${[number, ...told].join(', ')}) AS row, ${number} AS number`)})`,
  };
}

/** A value that cannot be kept leaves a blank, which a required column could not have. */
const wasBlanked = (kind: Column['kind'], { facts }: SourceColumn): boolean =>
  facts.infinite > 0 ||
  (kind === 'file' && facts.largest > MOST_FILE_BYTES) ||
  (kind === 'picture' && facts.largest > MOST_PICTURE_BYTES);

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
