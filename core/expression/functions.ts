import { type ExpressionFaultCode, type FaultOf, faultOf } from './fault';
import { aligned, ANY, common, DATE, NUMBER, TEXT, type Typed, type ValueType, WHOLE } from '@/core/sql';
import { fromBaseSql, toBaseSql, unitFunctions } from '@/core/unit';

/** What a function makes of its arguments, or why it cannot; `argument` is the one at fault. */
export type Applied = Typed | { fault: FaultOf<ExpressionFaultCode>; argument: number };

interface SqlFunction {
  fewest: number;
  most: number;
  apply(args: Typed[]): Applied;
}

const sqlOf = (args: readonly Typed[]) => args.map(({ sql }) => sql).join(', ');

const isOneOf = ({ type }: Typed, kinds: readonly ValueType['kind'][]) =>
  type.kind === 'any' || kinds.includes(type.kind);

/** A function whose arguments each are of one of the given kinds (the last ones repeat) and that gives a type. */
function plain(
  name: string,
  counts: [fewest: number, most: number],
  kinds: readonly (readonly ValueType['kind'][])[],
  result: (args: Typed[]) => ValueType,
  sql?: (args: string[]) => string,
): SqlFunction {
  return {
    fewest: counts[0],
    most: counts[1],
    apply: (args) => {
      for (const [index, argument] of args.entries()) {
        const allowed = kinds[Math.min(index, kinds.length - 1)] ?? [];
        if (!isOneOf(argument, allowed))
          return {
            fault: faultOf('takes', { name, kinds: [...allowed], found: argument.type }),
            argument: index,
          };
      }
      return { sql: sql ? sql(args.map((argument) => argument.sql)) : `${name}(${sqlOf(args)})`, type: result(args) };
    },
  };
}

/** The first of several values of one type: coalesce, nullif, min and max over their arguments. */
function alike(name: string, counts: [number, number]): SqlFunction {
  return {
    fewest: counts[0],
    most: counts[1],
    apply: (given) => {
      const args = aligned(given);
      let type: ValueType = ANY;
      for (const [index, argument] of args.entries()) {
        const joined = common(type, argument.type);
        if (!joined)
          return {
            fault: faultOf('mixed-values', { name, types: [type, argument.type] }),
            argument: index,
          };
        type = joined;
      }
      return { sql: `${name}(${sqlOf(args)})`, type };
    },
  };
}

const text1 = (name: string) => plain(name, [1, 1], [['text', 'number', 'date']], () => TEXT);

const places = (args: Typed[]): number => Number(args[1]?.sql ?? 0);

/**
 * Functions of one row. Those of SQL's own name do what SQLite's do; the last ones are for dates, which SQL has none
 * for.
 */
export const functions: Record<string, SqlFunction> = {
  coalesce: alike('coalesce', [2, 20]),
  nullif: alike('nullif', [2, 2]),
  upper: text1('upper'),
  lower: text1('lower'),
  trim: text1('trim'),
  ltrim: text1('ltrim'),
  rtrim: text1('rtrim'),
  substr: plain('substr', [2, 3], [['text', 'date'], ['number']], () => TEXT),
  replace: plain('replace', [3, 3], [['text']], () => TEXT),
  length: plain('length', [1, 1], [['text']], () => WHOLE),
  instr: plain('instr', [2, 2], [['text']], () => WHOLE),
  abs: plain('abs', [1, 1], [['number', 'money', 'measure']], ([value]) => value?.type ?? NUMBER),
  round: plain('round', [1, 2], [['number']], (args) => ({
    kind: 'number',
    places: Number.isInteger(places(args)) ? places(args) : null,
  })),
  date: plain('date', [1, 1], [['text', 'date']], () => DATE),
  year: plain(
    'year',
    [1, 1],
    [['date']],
    () => WHOLE,
    ([date]) => `CAST(strftime('%Y', ${date}) AS INTEGER)`,
  ),
  month: plain(
    'month',
    [1, 1],
    [['date']],
    () => WHOLE,
    ([date]) => `CAST(strftime('%m', ${date}) AS INTEGER)`,
  ),
  day: plain(
    'day',
    [1, 1],
    [['date']],
    () => WHOLE,
    ([date]) => `CAST(strftime('%d', ${date}) AS INTEGER)`,
  ),
  days_between: plain(
    'days_between',
    [2, 2],
    [['date']],
    () => WHOLE,
    ([from, to]) => `CAST(julianday(${to}) - julianday(${from}) AS INTEGER)`,
  ),
  add_days: plain(
    'add_days',
    [2, 2],
    [['date'], ['number']],
    () => DATE,
    ([date, days]) => `date(${date}, CAST(${days} AS INTEGER) || ' days')`,
  ),
  // The last day of a month has one in every month: min() holds 31 January plus one month at the end of February.
  add_months: plain(
    'add_months',
    [2, 2],
    [['date'], ['number']],
    () => DATE,
    ([date, months]) =>
      `min(
        date(${date}, CAST(${months} AS INTEGER) || ' months'),
        date(${date}, 'start of month', (CAST(${months} AS INTEGER) + 1) || ' months', '-1 days')
      )`,
  ),
};

/** `cm(90)` gives a number its unit; `in_cm(chest)` tells a measure in it. */
for (const [name, { quantity, unit }] of Object.entries(unitFunctions)) {
  functions[name] = plain(
    name,
    [1, 1],
    [['number']],
    () => ({ kind: 'measure', quantity }),
    ([value]) => toBaseSql(value ?? '', quantity, unit),
  );
  functions[`in_${name}`] = {
    fewest: 1,
    most: 1,
    apply: ([value]) => {
      const type = value?.type ?? ANY;
      if (type.kind !== 'any' && !(type.kind === 'measure' && type.quantity === quantity))
        return {
          fault: faultOf('takes-quantity', { name: `in_${name}`, quantity, found: type }),
          argument: 0,
        };
      return { sql: fromBaseSql(value?.sql ?? '', quantity, unit), type: NUMBER };
    },
  };
}

/** Aggregates over the many side of a link; the value that each takes, and what it gives. */
export const aggregates: Record<
  string,
  {
    takes: readonly ValueType['kind'][];
    result: (type: ValueType) => ValueType;
    sql: (value: string, more: string | undefined) => string;
    most: number;
  }
> = {
  count: {
    takes: ['text', 'number', 'money', 'yesNo', 'date', 'measure', 'attachment'],
    result: () => WHOLE,
    sql: (value) => `count(${value})`,
    most: 1,
  },
  sum: { takes: ['number', 'money', 'measure'], result: (type) => type, sql: (value) => `sum(${value})`, most: 1 },
  avg: {
    takes: ['number', 'money', 'measure'],
    result: (type) => (type.kind === 'number' ? NUMBER : type),
    sql: (value) => `avg(${value})`,
    most: 1,
  },
  min: {
    takes: ['text', 'number', 'money', 'date', 'measure'],
    result: (type) => type,
    sql: (value) => `min(${value})`,
    most: 1,
  },
  max: {
    takes: ['text', 'number', 'money', 'date', 'measure'],
    result: (type) => type,
    sql: (value) => `max(${value})`,
    most: 1,
  },
  group_concat: {
    takes: ['text', 'number', 'date'],
    result: () => TEXT,
    sql: (value, separator) => `group_concat(${[value, ...(separator === undefined ? [] : [separator])].join(', ')})`,
    most: 2,
  },
};
