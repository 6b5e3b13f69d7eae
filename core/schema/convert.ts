import type { StoredColumn } from '@/core/model';
import { barcodeCondition } from '@/core/barcode';
import { literal, quoteName, quoteText, minorDigits } from '@/core/expression';
import { fromBaseSql, toBaseSql } from '@/core/unit';

/**
 * The SQL that turns a stored value of column `from` (the expression `sql`) into one of column `to`. It gives NULL for
 * a blank, and for a value that `to` cannot hold; what was lost is found by turning it back.
 */
export function convertSql(from: StoredColumn, to: StoredColumn, sql: string): string {
  switch (to.kind) {
    case 'picture':
    case 'file':
      return from.kind === to.kind ? sql : 'NULL';
    case 'text':
    case 'longText':
      return asText(from, sql);
    case 'choice':
      return `CASE WHEN ${asText(from, sql)} IN (${to.choices.map(quoteText).join(', ')}) THEN ${asText(from, sql)} END`;
    case 'barcode':
      return to.symbology === 'free'
        ? asText(from, sql)
        : `CASE WHEN ${barcodeCondition(to.symbology, asText(from, sql))} THEN ${asText(from, sql)} END`;
    case 'wholeNumber':
      return whole(asNumber(from, sql));
    case 'decimal':
      return `round(${asNumber(from, sql)}, ${literal(to.places)})`;
    case 'money':
      return from.kind === 'money' && from.currency === to.currency
        ? sql
        : whole(`round(${asNumber(from, sql)} * ${10 ** minorDigits(to.currency)})`);
    case 'yesNo':
      return from.kind === 'yesNo' ? sql : `coalesce(${asYesNo(from, sql)}, 0)`;
    case 'link':
      return from.kind === 'link' && from.tableId === to.tableId ? sql : 'NULL';
    case 'time':
      return from.kind === 'time'
        ? sql
        : isTextual(from)
          ? `CASE WHEN strftime('%H:%M', trim(${sql})) IS trim(${sql}) THEN trim(${sql}) END`
          : isMoment(from)
            ? `strftime('%H:%M', ${sql})`
            : 'NULL';
    case 'dateTime':
    case 'created':
    case 'changed':
      if (isMoment(from)) return sql;
      // Only what begins as a date: SQLite would also take “now”, a time of day and a day number.
      if (isTextual(from))
        return `CASE WHEN trim(${sql}) GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]*' THEN strftime('%Y-%m-%dT%H:%M:%SZ', trim(${sql})) END`;
      return from.kind === 'date' ? `strftime('%Y-%m-%dT%H:%M:%SZ', ${sql})` : 'NULL';
    case 'measure':
      return from.kind === 'measure'
        ? from.quantity === to.quantity
          ? sql
          : 'NULL'
        : toBaseSql(asNumber(from, sql), to.quantity, to.unit);
    case 'date':
      if (isMoment(from)) return `date(${sql})`;
      return isTextual(from)
        ? `CASE WHEN date(trim(${sql})) IS trim(${sql}) THEN trim(${sql}) END`
        : from.kind === 'date'
          ? sql
          : 'NULL';
  }
}

/** Whether a value can differ after turning `from` into `to`: the same kind with the same settings never does. */
export function mayLose(from: StoredColumn, to: StoredColumn): boolean {
  return columnShape(from) !== columnShape(to) && !(isTextual(from) && (to.kind === 'text' || to.kind === 'longText'));
}

/** The condition that a value of `from` does not survive becoming `to` (null: going) and back. */
export function lostCondition(from: StoredColumn, to: StoredColumn | null): string {
  const value = quoteName(from.identifier);
  if (to === null) return from.kind === 'yesNo' ? `${value} = 1` : `${value} IS NOT NULL`;
  return `${value} IS NOT NULL AND (${convertSql(to, from, `(${convertSql(from, to, value)})`)}) IS NOT ${value}`;
}

/** Kind and settings that decide which values a column holds, as one text; names and rules are not part of it. */
export function columnShape(column: StoredColumn): string {
  switch (column.kind) {
    case 'decimal':
      return `decimal ${column.places}`;
    case 'money':
      return `money ${column.currency}`;
    case 'choice':
      return `choice ${JSON.stringify(column.choices)}`;
    case 'barcode':
      return `barcode ${column.symbology}`;
    case 'link':
      return `link ${column.tableId}`;
    case 'measure':
      return `measure ${column.quantity}`;
    default:
      return column.kind;
  }
}

const isNeverNumber = (column: StoredColumn): boolean =>
  column.kind === 'date' ||
  column.kind === 'time' ||
  column.kind === 'picture' ||
  column.kind === 'file' ||
  isMoment(column);
const isMoment = ({ kind }: StoredColumn): boolean => kind === 'dateTime' || kind === 'created' || kind === 'changed';

function isTextual({ kind }: StoredColumn): boolean {
  return kind === 'text' || kind === 'longText' || kind === 'choice' || kind === 'barcode';
}

/** The format of `printf` for so many decimals. */
const decimals = (places: number): string => quoteText(`%.${places}f`);

function asText(from: StoredColumn, sql: string): string {
  switch (from.kind) {
    case 'wholeNumber':
    case 'link':
      return `CAST(${sql} AS TEXT)`;
    case 'decimal':
      return `CASE WHEN ${sql} IS NOT NULL THEN printf(${decimals(from.places)}, ${sql}) END`;
    case 'money': {
      const digits = minorDigits(from.currency);
      return `CASE WHEN ${sql} IS NOT NULL THEN printf(${decimals(digits)}, ${sql} / ${10 ** digits}.0) END`;
    }
    case 'measure':
      return `CASE WHEN ${sql} IS NOT NULL THEN printf(${decimals(from.places)}, ${fromBaseSql(sql, from.quantity, from.unit)}) END`;
    case 'yesNo':
      return `CASE ${sql} WHEN 1 THEN 'Yes' WHEN 0 THEN 'No' END`;
    case 'picture':
    case 'file':
      return 'NULL';
    default:
      return sql;
  }
}

/** Numbers written plainly: a sign, digits, at most one point. Anything else gives NULL. */
function asNumber(from: StoredColumn, sql: string): string {
  if (from.kind === 'money') return `(${sql} / ${10 ** minorDigits(from.currency)}.0)`;
  if (from.kind === 'measure') return fromBaseSql(sql, from.quantity, from.unit);
  if (isNeverNumber(from)) return 'NULL';
  if (!isTextual(from)) return sql;
  const text = `trim(${sql})`;
  const plain = [
    `${text} GLOB '*[0-9]*'`,
    `${text} NOT GLOB '*[^0-9.-]*'`,
    `${text} NOT GLOB '*.*.*'`,
    `substr(${text}, 2) NOT GLOB '*-*'`,
    `length(${text}) <= 15`,
  ];
  return `CASE WHEN ${plain.join(' AND ')} THEN CAST(${text} AS REAL) END`;
}

function whole(number: string): string {
  return `CASE WHEN abs(${number}) < 9007199254740992 THEN CAST(round(${number}) AS INTEGER) END`;
}

function asYesNo(from: StoredColumn, sql: string): string {
  if (isTextual(from))
    return `CASE lower(trim(${sql})) WHEN 'yes' THEN 1 WHEN 'true' THEN 1 WHEN '1' THEN 1 WHEN 'no' THEN 0 WHEN 'false' THEN 0 WHEN '0' THEN 0 END`;
  return isNeverNumber(from) ? 'NULL' : `CASE ${sql} WHEN 1 THEN 1 WHEN 0 THEN 0 END`;
}
