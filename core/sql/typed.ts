import { numberLiteral } from './literal';
import type { ValueType } from './type';
import { minorDigits } from '@/core/unit';

/** A value in SQL with its type. */
export interface Typed {
  sql: string;
  type: ValueType;
  /** Set where it is a number as written: beside money it is an amount, so that `value > 50` means what it says. */
  literal?: string;
  /** Set where it is the name of a record that a path leads to: the record's id. */
  recordId?: string;
  /** The tables that a parameter's value is looked up in, and the parameters of SQL that it is given by. */
  reads?: readonly string[];
  takes?: readonly string[];
}

/**
 * The values as they stand beside one another: next to money, a number as written becomes minor units of its currency.
 */
export function aligned<T extends readonly Typed[]>(values: T): T {
  const money = values.find(({ type }) => type.kind === 'money')?.type;
  if (money?.kind !== 'money') return values;
  return values.map((value) =>
    value.literal === undefined ? value : (inMinorUnits(value.literal, money.currency) ?? value),
  ) as unknown as T;
}

/** An amount as written, in minor units; null where it has more decimals than the currency. */
function inMinorUnits(literal: string, currency: string): Typed | null {
  const digits = minorDigits(currency);
  const [whole = '', fraction = ''] = literal.split('.');
  if (fraction.length > digits) return null;
  const units = `${whole}${fraction.padEnd(digits, '0')}`.replace(/^(-?)0+(?=\d)/, '$1');
  return { sql: numberLiteral(units), type: { kind: 'money', currency } };
}

/** A value as it joins into a text: money as an amount, numbers with their decimals, switches as words. */
export function asText({ sql, type }: Typed): string {
  switch (type.kind) {
    case 'money': {
      const digits = minorDigits(type.currency);
      return `printf('%.${digits}f', ${sql} / ${10 ** digits}.0)`;
    }
    case 'yesNo':
      return `CASE ${sql} WHEN 1 THEN 'Yes' WHEN 0 THEN 'No' END`;
    default:
      return sql;
  }
}
