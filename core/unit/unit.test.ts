import fc from 'fast-check';
import { sqlite } from '@/test/sqlite';
import { fromBase, fromBaseSql, quantityNames, toBase, toBaseSql, unitFunctions, unitsOf } from './unit';

const measures = fc.constantFrom(...quantityNames).chain((quantity) =>
  fc.tuple(
    fc.constant(quantity),
    fc.constantFrom(...unitsOf(quantity)),
    fc.integer({ min: -1_000_000, max: 1_000_000 }).map((value) => value / 100),
  ),
);

describe('units', () => {
  it.each([
    [35.5, 'length', 'in', 0.9017],
    [90.5, 'length', 'cm', 0.905],
    [20, 'temperature', '°C', 293.15],
    [212, 'temperature', '°F', 373.15],
    [2, 'mass', 'lb', 0.90718474],
    [250, 'volume', 'ml', 0.00025],
  ] as const)('%d of %s in %s is %d in the base unit', (value, quantity, unit, base) =>
    expect(toBase(value, quantity, unit)).toBeCloseTo(base, 10),
  );

  it('come back as they were typed', () => {
    fc.assert(
      fc.property(measures, ([quantity, unit, value]) =>
        expect(Math.round(fromBase(toBase(value, quantity, unit), quantity, unit) * 1e6) / 1e6 + 0).toBe(value + 0),
      ),
    );
  });

  it('mean the same in SQL', async () => {
    const db = new (await sqlite()).oo1.DB(':memory:');
    fc.assert(
      fc.property(measures, ([quantity, unit, value]) => {
        expect(Number(db.selectValue(`SELECT ${toBaseSql('?', quantity, unit)}`, [value]))).toBeCloseTo(
          toBase(value, quantity, unit),
          6,
        );
        expect(
          Number(db.selectValue(`SELECT ${fromBaseSql('?', quantity, unit)}`, [toBase(value, quantity, unit)])),
        ).toBeCloseTo(value, 5);
      }),
    );
    db.close();
  });

  it('have names that an expression can hold', () =>
    expect(Object.keys(unitFunctions).every((name) => /^[A-Za-z][A-Za-z0-9_]*$/.test(name))).toBe(true));
});
