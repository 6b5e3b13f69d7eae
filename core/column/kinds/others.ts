import { attachmentWords, fileFault, pictureFault } from '../attachment';
import type { ColumnOf } from '@/core/model';
import { readYesNo } from '../cellFormat';
import { isRecordId } from '../recordId';
import { common, type KindTraits, opsOfBlanks, opsOfTexts } from './traits';

export const yesNo: KindTraits<ColumnOf<'yesNo'>> = {
  ...common,
  family: 'yesNo',
  neverBlank: true,
  filters: 'one',
  compares: 'none',
  ops: ['yes', 'no'],
  formats: ['yesNo'],
  type: () => ({ kind: 'yesNo' }),
  storage: 'INTEGER',
  check: (name) => `${name} IN (0, 1)`,
  fault: (_, value) => (value === 0 || value === 1 ? null : 'expected yes or no'),
  asText: (_, sql) => `CASE ${sql} WHEN 1 THEN 'Yes' WHEN 0 THEN 'No' END`,
  asNumber: (_, sql) => sql,
  asYesNo: (sql) => `CASE ${sql} WHEN 1 THEN 1 WHEN 0 THEN 0 END`,
  convert: (_, { family, sql, yesNo: said }) => (family === 'yesNo' ? sql : `coalesce(${said ?? 'NULL'}, 0)`),
  format: (_, value) => (value === 1 ? 'Yes' : 'No'),
  read: (_, text) => ({ value: text.trim() === '1' ? 1 : 0 }),
  cellText: (_, value) => (value === 1 ? 'yes' : 'no'),
  readCell: (text) => {
    const trimmed = text.trim();
    const value = trimmed === '' ? 0 : readYesNo(trimmed);
    return value === null ? { fault: `“${trimmed}” is neither yes nor no` } : { value };
  },
  json: (_, value) => value === 1,
  fromFact: (_, fact) => (typeof fact === 'boolean' ? Number(fact) : null),
};

/** What pictures and files have in common. */
const attached = {
  ...common,
  family: 'bytes',
  isAttachment: true,
  sorts: false,
  compares: 'none',
  ops: opsOfBlanks,
  formats: [],
  type: () => ({ kind: 'attachment' }) as const,
  asText: () => 'NULL',
  assign: () => null,
  format: (_: unknown, value: string | number) => attachmentWords(String(value)),
} as const;

export const picture: KindTraits<ColumnOf<'picture'>> = {
  ...attached,
  storage: 'BLOB',
  fault: (_, value) => pictureFault(value),
  convert: (_, { column, sql }) => (column.kind === 'picture' ? sql : 'NULL'),
};

export const file: KindTraits<ColumnOf<'file'>> = {
  ...attached,
  storage: 'TEXT',
  check: (name) => `${name} GLOB 'data:*;base64,*'`,
  fault: (_, value) => fileFault(value),
  convert: (_, { column, sql }) => (column.kind === 'file' ? sql : 'NULL'),
};

export const link: KindTraits<ColumnOf<'link'>> = {
  ...common,
  family: 'link',
  filters: 'one',
  compares: 'text',
  ops: opsOfTexts,
  // In an expression a link goes by the name of its record.
  type: () => ({ kind: 'text' }),
  storage: 'INTEGER',
  begin: () => {
    throw new Error('a link is made as one');
  },
  shape: ({ tableId }) => `link ${tableId}`,
  fault: (_, value) => (isRecordId(value) ? null : 'expected the id of a record'),
  asText: (_, sql) => `CAST(${sql} AS TEXT)`,
  asNumber: (_, sql) => sql,
  asYesNo: (sql) => `CASE ${sql} WHEN 1 THEN 1 WHEN 0 THEN 0 END`,
  convert: ({ tableId }, { column, sql }) => (column.kind === 'link' && column.tableId === tableId ? sql : 'NULL'),
  assign: () => null,
  format: (_, value) => `#${value}`,
  read: (_, text) => ({ value: Number(text.trim()) }),
};

/** Computed: shown as a column of the kind that its expression gives. */
export const expression: KindTraits<ColumnOf<'expression'>> = {
  ...common,
  filledBy: 'expression',
  family: 'computed',
  compares: 'none',
  ops: opsOfBlanks,
  type: () => ({ kind: 'any' }),
  storage: 'TEXT',
  begin: () => {
    throw new Error('a computed column is made as one');
  },
  fault: () => 'this is computed and holds no value',
  convert: () => 'NULL',
  assign: () => null,
};
