import fc from 'fast-check';
import { analyseExpression, expressionReason } from '@/core/expression';
import { Engine } from '@/core/engine';
import { hives } from '@/test/screens';
import { sqlite } from '@/test/sqlite';
import { fitsParameter, parametersOf, queryScope, withGiven } from './parameter';
import { renameParameter } from './renameParameter';
import type { Query, QueryParameter } from '@/core/model';
const { definition } = hives();
const query = (condition: string, ...parameters: QueryParameter[]): Query => ({
  id: 'q',
  name: 'Some',
  tableId: 'j',
  condition,
  parameters,
});

describe('the value of a parameter', () => {
  it.each([
    ['number', '12', true],
    ['number', '-0.5', true],
    ['number', '1e5', false],
    ['number', '1 OR 1', false],
    ['number', '', false],
    ['date', 'today', true],
    ['date', '2026-11-25', true],
    ['date', '2026-13-01', false],
    ['date', 'tomorrow', false],
    ['text', 'a', true],
    ['text', '', false],
    ['person', 'name', true],
  ] as const)('%s %s: %s', (kind, value, fits) => {
    expect(fitsParameter({ kind }, value)).toBe(fits);
  });

  it('comes out of SQLite as it went in, whatever stands in it', async () => {
    const engine = Engine.open(await sqlite(), null, () => 0);
    const asked = (parameter: QueryParameter) =>
      engine.query(`SELECT ${parametersOf(definition, { parameters: [parameter] })[parameter.name]?.sql} AS v`).rows[0]
        ?.v;
    fc.assert(
      fc.property(
        fc.string({ minLength: 1 }).filter((text) => !text.includes('\0')),
        (value) => expect(asked({ name: 'x', kind: 'text', value })).toBe(value),
      ),
    );
    fc.assert(
      fc.property(fc.integer({ min: -1e9, max: 1e9 }), (number) =>
        expect(asked({ name: 'x', kind: 'number', value: String(number) })).toBe(number),
      ),
    );
    expect(asked({ name: 'x', kind: 'number', value: '1); DROP TABLE jars; --' })).toBeNull();
    engine.close();
  });

  it('has the type of its kind, so that a condition that mixes them is refused', () => {
    const faults = (text: string, ...parameters: QueryParameter[]) =>
      analyseExpression(text, queryScope(definition, query(text, ...parameters))).faults.map(expressionReason);
    expect(faults('price > :least', { name: 'least', kind: 'number', value: '3' })).toEqual([]);
    expect(faults('name = :least', { name: 'least', kind: 'number', value: '3' })).toEqual([
      expect.stringMatching(/cannot be compared/),
    ]);
    expect(faults('price > :lest', { name: 'least', kind: 'number', value: '3' })).toEqual([
      'there is no parameter “:lest”',
    ]);
  });
});

describe('a query with parameters', () => {
  const made = query("name <> ':least' AND price > :least AND price < :least * 2", {
    name: 'least',
    kind: 'number',
    value: '3',
  });

  it('takes what a screen gives, and its own where it gives nothing', () => {
    expect(withGiven(made, { least: '9' }).parameters).toEqual([{ name: 'least', kind: 'number', value: '9' }]);
    expect(withGiven(made, {})).toEqual(made);
    expect(withGiven({ id: 'q', name: 'Some', tableId: 'j' }, { least: '9' })).toEqual({
      id: 'q',
      name: 'Some',
      tableId: 'j',
    });
  });

  it('renames one wherever it is used, and no text that only looks like it', () => {
    expect(renameParameter(made, 'least', 'from').condition).toBe(
      "name <> ':least' AND price > :from AND price < :from * 2",
    );
    expect(renameParameter(made, 'other', 'from')).toEqual(made);
    fc.assert(
      fc.property(
        fc.stringMatching(/^[a-z][a-z0-9_]{0,12}$/).filter((name) => name !== 'today'),
        (name) => expect(renameParameter(renameParameter(made, 'least', name), name, 'least')).toEqual(made),
      ),
    );
  });
});
