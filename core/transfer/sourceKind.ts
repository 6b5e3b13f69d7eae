import { MOST_FILE_BYTES, MOST_PICTURE_BYTES, type PlainKind } from '@/core/column';
import type { Column } from '@/core/model';
import type { SourceColumn, SourceTable } from './sqliteSource';

/** A column of a database file as a kind, the SQL that reads its value `v` as one, and what is worth telling. */
export interface SourceKind {
  settings: { kind: PlainKind } & Record<string, unknown>;
  sql: string;
  notes: string[];
}

const TEXT = (v: string) => `CASE typeof(${v}) WHEN 'blob' THEN 'x''' || hex(${v}) || '''' ELSE CAST(${v} AS TEXT) END`;

/** What the column's declaration, its checks and all its values make it. */
export function sourceKind(table: SourceTable, column: SourceColumn, v: string): SourceKind {
  const { facts, type } = column;
  const { filled } = facts;
  const checks = checksOn(table.sql, column.name);
  const rules = checks.flatMap(({ rule }) => (rule ? [rule] : []));
  const untold = checks
    .filter(({ rule }) => rule === null)
    .map(({ text }) => `had the check ${text}, which is not kept.`);
  const made = (kind: PlainKind, sql: string, more: Record<string, unknown> = {}, notes: string[] = []): SourceKind => {
    const limits = Object.assign({}, ...rules.map((rule) => rule.limits ?? {})) as { min?: number; max?: number };
    const kept =
      kind === 'wholeNumber' || kind === 'decimal'
        ? limits
        : kind === 'text' || kind === 'longText'
          ? lengthsOf(rules)
          : {};
    return { settings: { kind, ...more, ...kept } as SourceKind['settings'], sql, notes: [...notes, ...untold] };
  };

  const choices = rules.find((rule) => rule.choices)?.choices;
  if (choices && facts.texts === filled) return made('choice', v, { choices });
  const isBits = facts.bits === filled;
  if (
    (isBits || facts.words === filled) &&
    (/BOOL/.test(type) || rules.some((rule) => rule.isYesNo) || (filled > 0 && facts.words === filled))
  ) {
    const blanks = table.rows - filled;
    return made(
      'yesNo',
      `CASE WHEN lower(${v}) IN ('1', 'true', 'yes', 't', 'y') THEN 1 ELSE 0 END`,
      {},
      blanks > 0 ? [`is blank in ${blanks} rows; a switch has no blank, they become no.`] : [],
    );
  }
  if (filled === 0) return made(declared(type), 'NULL', declared(type) === 'decimal' ? { places: 2 } : {});
  if (facts.blobs === filled) return attachments(facts, v, made);
  if (facts.texts === filled) {
    if (facts.dates === filled) return made('date', v);
    if (facts.times === filled) return made('time', v);
    if (facts.moments === filled) return made('dateTime', `strftime('%Y-%m-%dT%H:%M:%SZ', ${v})`);
  }
  if (facts.ints + facts.reals === filled && facts.unsafe === 0) {
    const lost = facts.infinite > 0 ? [`holds ${facts.infinite} values without an end; they are left blank.`] : [];
    if (facts.reals === 0) return made('wholeNumber', v);
    return made(
      'decimal',
      `CASE WHEN ${v} - ${v} IS NOT NULL THEN CAST(${v} AS REAL) END`,
      { places: Math.max(1, facts.places) },
      lost,
    );
  }
  const mixed = [
    facts.ints > 0 && 'whole numbers',
    facts.reals > 0 && 'decimals',
    facts.texts > 0 && 'texts',
    facts.blobs > 0 && 'bytes',
  ].filter((each) => each !== false);
  const notes =
    facts.unsafe > 0
      ? [`holds ${facts.unsafe} numbers too long to count with; it is kept as text.`]
      : mixed.length > 1
        ? [`holds ${mixed.join(' and ')}; it is kept as text${facts.blobs > 0 ? ', bytes in hexadecimal' : ''}.`]
        : /DATE|TIME/.test(type)
          ? [`was declared ${type} and holds other texts too; it is kept as text.`]
          : [];
  return made(
    facts.lines > 0 || facts.longest > 120 ? 'longText' : 'text',
    facts.texts === filled ? v : TEXT(v),
    {},
    notes,
  );
}

function attachments(
  facts: SourceColumn['facts'],
  v: string,
  made: (kind: PlainKind, sql: string, more: Record<string, unknown>, notes: string[]) => SourceKind,
): SourceKind {
  if (facts.pictures === facts.filled && facts.largest <= MOST_PICTURE_BYTES) return made('picture', v, {}, []);
  const notes =
    facts.pictures === facts.filled
      ? [`holds pictures larger than ${MOST_PICTURE_BYTES / 1000} kB; they are kept as files.`]
      : ['holds bytes; they are kept as files.'];
  if (facts.largest > MOST_FILE_BYTES)
    notes.push(`holds bytes beyond ${MOST_FILE_BYTES / 1_000_000} MB in a row; those are left blank.`);
  return made('file', `CASE WHEN length(${v}) <= ${MOST_FILE_BYTES} THEN attachment_url(${v}) END`, {}, notes);
}

/** What a column without any value was declared to hold. */
function declared(type: string): PlainKind {
  if (/BOOL/.test(type)) return 'yesNo';
  if (/DATETIME|TIMESTAMP/.test(type)) return 'dateTime';
  if (/DATE/.test(type)) return 'date';
  if (/INT/.test(type)) return 'wholeNumber';
  if (/REAL|FLOA|DOUB|DEC|NUM/.test(type)) return 'decimal';
  if (/BLOB/.test(type)) return 'file';
  return 'text';
}

interface CheckRule {
  choices?: string[];
  isYesNo?: boolean;
  limits?: { min?: number; max?: number };
  length?: { min?: number; max?: number };
}

const lengthsOf = (
  rules: readonly CheckRule[],
): Partial<Pick<Extract<Column, { kind: 'text' }>, 'minLength' | 'maxLength'>> => {
  const { min, max } = Object.assign({}, ...rules.map((rule) => rule.length ?? {})) as { min?: number; max?: number };
  return {
    ...(min === undefined ? {} : { minLength: min }),
    ...(max === undefined || max < 1 ? {} : { maxLength: max }),
  };
};

/** The checks of a table that speak of one column, each as a rule where it is one that a plan can have. */
function checksOn(sql: string, column: string): { text: string; rule: CheckRule | null }[] {
  const name = column.toLowerCase();
  return checksIn(sql).flatMap((text) => {
    const plain = text
      .replace(/[`"[\]]/g, '')
      .replace(/\s+/g, ' ')
      .trim();
    const mentions =
      plain
        .toLowerCase()
        .split(/[^\p{L}\p{N}_$]+/u)
        .includes(name) || plain.toLowerCase().includes(name);
    if (!mentions) return [];
    const rule = ruleOf(plain, column);
    return rule === null || rule ? [{ text, rule }] : [];
  });
}

function ruleOf(check: string, column: string): CheckRule | null {
  const name = column.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  const match = (pattern: string) => new RegExp(`^\\(*\\s*${pattern}\\s*\\)*$`, 'i').exec(check);
  const list = match(`${name} in \\((.*?)\\)`)?.[1];
  if (list !== undefined) {
    if (/^\s*(0\s*,\s*1|1\s*,\s*0)\s*$/.test(list)) return { isYesNo: true };
    const texts = [...list.matchAll(/'((?:[^']|'')*)'/g)].map((each) => (each[1] ?? '').replaceAll("''", "'"));
    const isTexts = /^\s*'(?:[^']|'')*'(\s*,\s*'(?:[^']|'')*')*\s*$/.test(list);
    return isTexts && texts.every((text) => text !== '' && text.length <= 80) ? { choices: [...new Set(texts)] } : null;
  }
  const number = '(-?\\d+(?:\\.\\d+)?)';
  const between = match(`${name} between ${number} and ${number}`);
  if (between) return { limits: { min: Number(between[1]), max: Number(between[2]) } };
  const least = match(`${name} >= ?${number}`);
  if (least) return { limits: { min: Number(least[1]) } };
  const most = match(`${name} <= ?${number}`);
  if (most) return { limits: { max: Number(most[1]) } };
  const length = match(`length ?\\( ?${name} ?\\) ?(>=|<=) ?(\\d+)`);
  if (length) return { length: length[1] === '>=' ? { min: Number(length[2]) } : { max: Number(length[2]) } };
  // What our own columns check is what their kind means.
  if (match(`${name} is (date|strftime)\\(.*`) || match(`${name} glob 'data:\\*;base64,\\*'`)) return {};
  return null;
}

/** The texts inside of CHECK ( … ), strings and nested brackets respected. */
function checksIn(sql: string): string[] {
  const found: string[] = [];
  const start = /\bcheck\s*\(/gi;
  for (let match = start.exec(sql); match; match = start.exec(sql)) {
    let depth = 1;
    let at = start.lastIndex;
    let quote = '';
    for (; at < sql.length && depth > 0; at++) {
      const sign = sql[at] as string;
      if (quote) quote = sign === quote ? '' : quote;
      else if (sign === "'" || sign === '"' || sign === '`') quote = sign;
      else depth += sign === '(' ? 1 : sign === ')' ? -1 : 0;
    }
    found.push(sql.slice(start.lastIndex, at - 1).trim());
    start.lastIndex = at;
  }
  return found;
}
