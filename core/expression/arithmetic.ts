import { type ExpressionFaultCode, type FaultOf, faultOf } from './fault';
import { aligned, NUMBER, type Typed, type ValueType } from '@/core/sql';

/** More decimals than this are not evaluated exactly: the scaled numbers would leave 64 bits. */
const MOST_EXACT_PLACES = 9;

type Operator = '+' | '-' | '*' | '/' | '%';

/** Adds, subtracts, multiplies or divides; or says why that makes no sense. */
export function calculate(
  operator: Operator,
  ...operands: [Typed, Typed]
): Typed | { fault: FaultOf<ExpressionFaultCode> } {
  const [left, right] = operator === '+' || operator === '-' ? aligned(operands) : operands;
  const [a, b] = [left.type, right.type];
  const plain = `(${left.sql} ${operator} ${right.sql})`;
  if (a.kind === 'any' || b.kind === 'any')
    return { sql: plain, type: a.kind === 'any' ? (b.kind === 'any' ? NUMBER : b) : a };
  if (a.kind === 'number' && b.kind === 'number')
    return { sql: plain, type: { kind: 'number', places: placesOf(operator, a.places, b.places) } };
  if (a.kind === 'money' && b.kind === 'money') {
    if (a.currency !== b.currency) return { fault: faultOf('mixed-currencies', { types: [a, b] }) };
    if (operator === '+' || operator === '-' || operator === '%') return { sql: plain, type: a };
    if (operator === '/') return { sql: `(CAST(${left.sql} AS REAL) / ${right.sql})`, type: NUMBER };
    return { fault: faultOf('money-times-money', {}) };
  }
  if (a.kind === 'money' && b.kind === 'number' && operator === '*')
    return scaledMoney(left, right, b.places, a, 'times');
  if (a.kind === 'number' && b.kind === 'money' && operator === '*')
    return scaledMoney(right, left, a.places, b, 'times');
  if (a.kind === 'money' && b.kind === 'number' && operator === '/') return scaledMoney(left, right, b.places, a, 'by');
  if (a.kind === 'measure' && b.kind === 'measure' && a.quantity === b.quantity && operator !== '*' && operator !== '%')
    return { sql: plain, type: operator === '/' ? NUMBER : a };
  if (a.kind === 'measure' && b.kind === 'number' && (operator === '*' || operator === '/'))
    return { sql: plain, type: a };
  if (a.kind === 'number' && b.kind === 'measure' && operator === '*') return { sql: plain, type: b };
  return { fault: faultOf('no-sense', { operator, types: [a, b] }) };
}

function placesOf(operator: Operator, left: number | null, right: number | null): number | null {
  if (left === null || right === null) return null;
  if (operator === '*') return left + right;
  // SQL's own division of whole numbers leaves the remainder away.
  if (operator === '/' || operator === '%') return left === 0 && right === 0 ? 0 : null;
  return Math.max(left, right);
}

/**
 * Money times or by a number, in minor units, rounded half away from zero. A number with known decimals is scaled to a
 * whole one first: 28.00 times 1.005 is exactly 28.14, in decimals as on paper.
 */
function scaledMoney(money: Typed, number: Typed, places: number | null, type: ValueType, how: 'times' | 'by'): Typed {
  if (places === null || places > MOST_EXACT_PLACES) {
    const real = how === 'times' ? `${money.sql} * ${number.sql}` : `CAST(${money.sql} AS REAL) / ${number.sql}`;
    return { sql: `CAST(round(${real}) AS INTEGER)`, type };
  }
  if (places === 0 && how === 'times') return { sql: `(${money.sql} * ${number.sql})`, type };
  const scale = 10 ** places;
  const whole = places === 0 ? number.sql : `CAST(round(${number.sql} * ${scale}) AS INTEGER)`;
  return {
    sql:
      how === 'times'
        ? roundedQuotient(`(${money.sql} * ${whole})`, String(scale))
        : roundedQuotient(`(${money.sql} * ${scale})`, whole),
    type,
  };
}

/** One whole number by another, rounded half away from zero; NULL by zero. */
function roundedQuotient(dividend: string, divisor: string): string {
  const [n, d] = [`abs(${dividend})`, `abs(${divisor})`];
  return `(CASE WHEN (${dividend} < 0) <> (${divisor} < 0)
  THEN -1 ELSE 1 END * ((2 * ${n} + ${d}) / (2 * nullif(${d}, 0))))`;
}
