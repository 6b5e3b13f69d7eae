import { kindWords, typeWords, type ValueType } from '@/core/sql';
import type { Quantity } from '@/core/unit';

type Operator = '+' | '-' | '*' | '/' | '%';

/** What can be wrong with an expression, by its code, and what is needed to say it. */
interface FaultData {
  /** Its text. */
  'bad-sign': { sign: string };
  'open-text': object;
  unexpected: { found: string };
  'too-deep': object;
  unfinished: object;
  'no-value': { found: string };
  'no-when': object;
  'no-name': object;
  /** `found` is null at the end. */
  'not-found': { wanted: string; found: string | null };
  /** Its names. */
  'no-column': { name: string };
  'no-column-of': { record: string; name: string };
  'no-parameter': { name: string };
  'no-function': { name: string };
  circle: { names: string[] };
  /** A computed column that is used here has a fault. */
  derived: { name: string; of: ExpressionFault };
  'value-leads-nowhere': { name: string };
  /** `example`: how its path, or one like it, stands in an aggregate. */
  'has-many': { record: string; name: string; example: string };
  'whole-rows': { name: string };
  /** Its types. */
  attachment: object;
  'takes-number': { found: ValueType };
  'joins-texts': { found: ValueType };
  'compares-texts': { found: ValueType };
  incomparable: { types: [ValueType, ValueType] };
  'no-condition': { found: ValueType };
  'mixed-results': { types: [ValueType, ValueType] };
  'mixed-values': { name: string; types: [ValueType, ValueType] };
  'mixed-currencies': { types: [ValueType, ValueType] };
  'money-times-money': object;
  'no-sense': { operator: Operator; types: [ValueType, ValueType] };
  takes: { name: string; kinds: ValueType['kind'][]; found: ValueType };
  'takes-quantity': { name: string; quantity: Quantity; found: ValueType };
  /** Its functions. */
  count: { name: string; fewest: number; most: number; found: number };
  filter: object;
  nested: object;
  /** `example` is null where no records belong to one of `record`. */
  'no-many': { name: string; record: string; example: string | null };
  'no-column-of-many': { name: string; many: string; example: string };
  'not-aggregated': { name: string; found: ValueType };
  /** Its size. */
  'too-large': object;
}

export type ExpressionFaultCode = keyof FaultData;

/** What is wrong, without where. */
export type FaultOf<C extends ExpressionFaultCode> = { [K in C]: { code: K; data: FaultData[K] } }[C];

/** What is wrong with an expression, where (UTF-16 units from its start), and the nearest thing that would be right. */
export type ExpressionFault = FaultOf<ExpressionFaultCode> & { start: number; end: number; suggestion: string | null };

export const faultOf = <C extends ExpressionFaultCode>(code: C, data: FaultData[C]): FaultOf<C> =>
  ({ code, data }) as FaultOf<C>;

const both = ([one, other]: [ValueType, ValueType], word: string) => `${typeWords(one)} ${word} ${typeWords(other)}`;

const inText = (example: string) => `put them in an aggregate, such as ${example}`;

const words: { [C in ExpressionFaultCode]: (data: FaultData[C]) => string } = {
  'bad-sign': ({ sign }) => `“${sign}” is not understood here`,
  'open-text': () => 'this text has no closing quote',
  unexpected: ({ found }) => `“${found}” was not expected here`,
  'too-deep': () => 'too many brackets inside each other',
  unfinished: () => 'the expression stops too early',
  'no-value': ({ found }) => `expected a column, a text or a number, found “${found}”`,
  'no-when': () => 'CASE needs at least one WHEN',
  'no-name': () => 'a name must follow the dot',
  'not-found': ({ wanted, found }) => `expected “${wanted}”, found ${found === null ? 'the end' : `“${found}”`}`,
  'no-column': ({ name }) => `there is no column “${name}”`,
  'no-column-of': ({ record, name }) => `${record} has no “${name}”`,
  'no-parameter': ({ name }) => `there is no parameter “:${name}”`,
  'no-function': ({ name }) => `there is no function “${name}”`,
  circle: ({ names }) => `this goes round in a circle: ${names.join(' → ')}`,
  derived: ({ name, of }) => `“${name}” has a fault of its own: ${expressionReason(of)}`,
  'value-leads-nowhere': ({ name }) => `“${name}” is a value and leads nowhere`,
  'has-many': ({ record, name, example }) => `${record} has many ${name}: ${inText(example)}`,
  'whole-rows': ({ name }) => `“${name}” are whole rows here: name one of their columns`,
  attachment: () => 'a picture or file can be asked for (IS NULL, count) but not computed',
  'takes-number': ({ found }) => `minus takes a number, not ${typeWords(found)}`,
  'joins-texts': ({ found }) => `|| puts texts together, not ${typeWords(found)}`,
  'compares-texts': ({ found }) => `LIKE compares texts, not ${typeWords(found)}`,
  incomparable: ({ types }) => `${both(types, 'and')} cannot be compared`,
  'no-condition': ({ found }) => `a condition is yes or no, not ${typeWords(found)}`,
  'mixed-results': ({ types: [one, other] }) =>
    `each THEN gives one type, not ${typeWords(one)} here and ${typeWords(other)} there`,
  'mixed-values': ({ name, types }) => `${name} takes values of one type, not ${both(types, 'and')}`,
  'mixed-currencies': ({ types }) => `${both(types, 'and')} do not mix`,
  'money-times-money': () => 'money times money is not money',
  'no-sense': noSense,
  takes: ({ name, kinds, found }) =>
    `${name} takes ${kinds.map((kind) => kindWords[kind]).join(' or ')} here, not ${typeWords(found)}`,
  'takes-quantity': ({ name, quantity, found }) =>
    `${name} takes ${typeWords({ kind: 'measure', quantity })}, not ${typeWords(found)}`,
  count: ({ name, fewest, most, found }) =>
    `${name} takes ${fewest === most ? fewest : `${fewest} to ${most}`} value${most === 1 ? '' : 's'}, not ${found}`,
  filter: () => 'FILTER is for aggregates, such as sum and count',
  nested: () => 'an aggregate inside an aggregate: make the inner one a column of its table',
  'no-many': ({ name, record, example }) =>
    `${name} needs a many side, such as ${example ?? `the records that belong to ${record}; none do`}`,
  'no-column-of-many': ({ name, many, example }) => `${name} needs a column of ${many}, such as ${example}`,
  'not-aggregated': ({ name, found }) => `${name} does not take ${typeWords(found)}`,
  'too-large': () => 'this is too large, with all that the computed columns in it stand for',
};

function noSense({ operator, types }: FaultData['no-sense']): string {
  const verb = { '+': 'plus', '-': 'minus', '*': 'times', '/': 'divided by', '%': 'modulo' }[operator];
  const has = (kind: ValueType['kind']) => types.some((type) => type.kind === kind);
  const hint =
    has('measure') && has('number')
      ? '; a number gets a unit by its name, such as cm(5)'
      : has('text')
        ? '; || puts texts together'
        : has('date')
          ? '; add_days and days_between count with dates'
          : '';
  return `${both(types, verb)} makes no sense${hint}`;
}

/** What is wrong, in words, without where. */
export const expressionReason = <C extends ExpressionFaultCode>({ code, data }: FaultOf<C>): string =>
  words[code](data as never);

/** A fault in words: its place, what is wrong, and what may have been meant. */
export const expressionFaultWords = (fault: ExpressionFault): string =>
  [
    `at character ${fault.start + 1},`,
    `${expressionReason(fault)}${fault.suggestion ? `; did you mean “${fault.suggestion}”?` : ''}`,
  ].join(' ');

/** Whether it is told in the computed column that is used here, too. */
export const isDerived = ({ code }: ExpressionFault): boolean => code === 'derived';
