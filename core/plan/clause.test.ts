import fc from 'fast-check';
import { hives } from '@/test/screens';
import { type Clause, clausesOf, clauseValue, conditionOf, isComplete, opsFor, takesValue } from './clause';
import { type ClauseOp } from '@/core/column';
import { columnAtPath } from './shown';
import { expressionFaults } from '@/core/check';
import type { Column } from '@/core/model';
const { definition } = hives();
const paths = ['name', 'hive', 'price', 'hive.place', 'hive.set_up', 'hive.frames', 'hive.weak', 'hive.height'];
const columnOf = (path: string) => columnAtPath(definition, 'j', path)?.column as Column;
const values = {
  text: fc.string({ minLength: 1 }),
  number: fc.oneof(
    fc.integer().map(String),
    fc.tuple(fc.nat(999), fc.nat(9)).map(([whole, tenth]) => `${whole}.${tenth}`),
  ),
  date: fc.constantFrom('2026-11-25', '2024-02-29'),
  none: fc.constant(''),
};
const aClause: fc.Arbitrary<Clause> = fc.constantFrom(...paths).chain((path) => {
  const column = columnOf(path);
  return fc
    .constantFrom(...opsFor(column))
    .chain((op: ClauseOp) =>
      (takesValue(op) ? values[clauseValue(column)] : fc.constant('')).map((value): Clause => ({ path, op, value })),
    )
    .filter((clause) => isComplete(column, clause));
});

describe('clauses', () => {
  it('make a condition that the plan takes, and are read back from it as they were', () => {
    fc.assert(
      fc.property(fc.array(aClause, { minLength: 1, maxLength: 4 }), (clauses) => {
        const text = conditionOf(definition, 'j', clauses);
        expect(expressionFaults(definition, { text, tableId: 'j', expected: 'condition' })).toEqual([]);
        expect(clausesOf(definition, 'j', text)).toEqual(clauses);
      }),
    );
  });

  it.each([
    [
      "(hive.place = 'Heath') AND NOT hive.weak",
      [
        { path: 'hive.place', op: 'is', value: 'Heath' },
        { path: 'hive.weak', op: 'no', value: '' },
      ],
    ],
    [
      "price >= 9.50 and name like 'sp%'",
      [
        { path: 'price', op: 'least', value: '9.50' },
        { path: 'name', op: 'begins', value: 'sp' },
      ],
    ],
    [
      'hive.set_up < :today AND price > :least',
      [
        { path: 'hive.set_up', op: 'less', value: 'today', parameter: true },
        { path: 'price', op: 'more', value: 'least', parameter: true },
      ],
    ],
    ['hive = :this.hive', [{ path: 'hive', op: 'is', value: 'this.hive', parameter: true }]],
    ["hive.place = 'Heath' OR price > 3", null],
    ['price > hive.frames', null],
    ['count(hive.jars) > 2', null],
    ["name LIKE 'a_b%'", null],
    ['price BETWEEN 1 AND 2 AND hive.weak', null],
  ])('%s', (text, clauses) => {
    expect(clausesOf(definition, 'j', text)).toEqual(clauses);
  });

  it('are complete only with a value of the right kind', () => {
    expect(isComplete(columnOf('price'), { path: 'price', op: 'is', value: '9,50' })).toBe(false);
    expect(isComplete(columnOf('hive.set_up'), { path: 'hive.set_up', op: 'less', value: 'soon' })).toBe(false);
    expect(isComplete(columnOf('name'), { path: 'name', op: 'contains', value: '50%' })).toBe(false);
    expect(isComplete(columnOf('price'), { path: 'price', op: 'is', value: 'least', parameter: true })).toBe(true);
    expect(conditionOf(definition, 'j', [{ path: 'price', op: 'most', value: 'least', parameter: true }])).toBe(
      'price <= :least',
    );
    expect(isComplete(columnOf('name'), { path: 'name', op: 'blank', value: '' })).toBe(true);
  });
});
