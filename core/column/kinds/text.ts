import { asItIs, common, type KindTraits, opsOfFew, opsOfTexts } from './traits';
import { barcodeCondition, barcodeFault, inSymbology, symbologyLength } from '@/core/barcode';
import type { ColumnOf, Scalar } from '@/core/model';
import { quoteText } from '@/core/sql';

const TEXT = { kind: 'text' } as const;

const trimmed = (sql: string): string => `trim(${sql})`;

/** What every text has in common. */
const textual = {
  ...common,
  family: 'text',
  isSearched: true,
  compares: 'text',
  ops: opsOfTexts,
  storage: 'TEXT',
  type: () => TEXT,
  /** Numbers written plainly: a sign, digits, at most one point. Anything else gives NULL. */
  asNumber: (_: unknown, sql: string) => {
    const text = trimmed(sql);
    const plain = [
      `${text} GLOB '*[0-9]*'`,
      `${text} NOT GLOB '*[^0-9.-]*'`,
      `${text} NOT GLOB '*.*.*'`,
      `substr(${text}, 2) NOT GLOB '*-*'`,
      `length(${text}) <= 15`,
    ];
    return `CASE WHEN ${plain.join(' AND ')} THEN CAST(${text} AS REAL) END`;
  },
  asYesNo: (sql: string) =>
    `CASE
      WHEN lower(trim(${sql})) IN ('yes', 'true', '1') THEN 1
      WHEN lower(trim(${sql})) IN ('no', 'false', '0') THEN 0
    END`,
  fault: (_: unknown, value: string | number) => (typeof value === 'string' ? null : 'expected text'),
  convert: (_: unknown, from: { text: string }) => from.text,
  fromFact: (_: unknown, fact: string | number | boolean): Scalar => String(fact),
} as const;

export const text: KindTraits<ColumnOf<'text'>> = {
  ...textual,
  limits: 'length',
  assign: (_, { textSql }) => `nullif(trim(${textSql}), '')`,
};

export const longText: KindTraits<ColumnOf<'longText'>> = {
  ...textual,
  limits: 'length',
  sorts: false,
  toStored: (_, value) => (typeof value === 'string' ? value.trimEnd() || null : value),
  assign: (_, { textSql }) => `nullif(rtrim(${textSql}), '')`,
};

export const choice: KindTraits<ColumnOf<'choice'>> = {
  ...textual,
  filters: 'one',
  ops: opsOfFew,
  begin: (choices) => ({ choices: choices.length > 0 ? [...choices] : ['First', 'Second'] }),
  shape: ({ choices }) => `choice ${JSON.stringify(choices)}`,
  fault: ({ choices }, value) =>
    typeof value === 'string' && choices.includes(value) ? null : `expected one of ${choices.join(', ')}`,
  convert: ({ choices }, from) =>
    `CASE WHEN ${from.text} IN (${choices.map(quoteText).join(', ')}) THEN ${from.text} END`,
  assign: asItIs,
  fromFact: ({ choices }, fact) => {
    const said = String(fact).trim().toLowerCase();
    return choices.find((each) => each.trim().toLowerCase() === said) ?? null;
  },
};

export const barcode: KindTraits<ColumnOf<'barcode'>> = {
  ...textual,
  begin: () => ({ symbology: 'EAN-13' }),
  shape: ({ symbology }) => `barcode ${symbology}`,
  fault: ({ symbology }, value) => (typeof value === 'string' ? barcodeFault(symbology, value) : 'expected a code'),
  convert: ({ symbology }, from) =>
    symbology === 'free' ? from.text : `CASE WHEN ${barcodeCondition(symbology, from.text)} THEN ${from.text} END`,
  assign: asItIs,
  read: ({ symbology }, typed) => ({
    value:
      symbologyLength[symbology] === undefined
        ? typed.trim()
        : inSymbology(symbology, typed.trim().replace(/[\s-]/g, '')),
  }),
  fromFact: () => null,
};
