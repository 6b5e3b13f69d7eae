import fc from 'fast-check';
import { isIsoDateTime } from './moment';
import { ruleCondition, ruleFault } from './rule';
import { storedFault, valueFault } from './value';
import { rulesFaults } from '@/core/check';
import { firstReason } from '@/core/fault';
import type { StoredColumn } from '@/core/model';
import { sqlite } from '@/test/sqlite';

const column = (settings: object) =>
  ({
    id: 'c',
    name: 'Size',
    identifier: 'size',
    required: false,
    unique: false,
    default: { kind: 'none' },
    ...settings,
  }) as StoredColumn;

describe('rules', () => {
  it.each([
    [{ kind: 'text', minLength: 2 }, 'a', 'Size: at least 2 characters; this has 1'],
    [{ kind: 'text', maxLength: 2 }, '🎩🎩', null],
    [{ kind: 'longText', maxLength: 3 }, 'four', 'Size: at most 3 characters; this has 4'],
    [{ kind: 'text', pattern: { expression: '[A-Z]{2}\\d+', message: 'two capitals, then digits' } }, 'AB12', null],
    [
      { kind: 'text', pattern: { expression: '[A-Z]{2}\\d+', message: 'two capitals, then digits' } },
      'xAB12',
      'Size: two capitals, then digits',
    ],
    [{ kind: 'wholeNumber', min: 3 }, 2, 'Size: 3 at the least'],
    [{ kind: 'money', currency: 'EUR', max: 1250 }, 1251, 'Size: 12.50 EUR at the most'],
    [{ kind: 'measure', quantity: 'length', unit: 'cm', places: 1, min: 0.4 }, 0.39, 'Size: 40 cm at the least'],
    [{ kind: 'date', max: '2026-12-31' }, '2027-01-01', 'Size: 2026-12-31 at the most'],
    [{ kind: 'date', max: '2026-12-31' }, '2026-12-31', null],
  ] as const)('%j of %j: %s', (settings, value, words) => expect(valueFault(column(settings), value)).toBe(words));

  it.each<[string, string, boolean]>([
    ['(a+)+', `${'a'.repeat(5000)}b`, false],
    ['(x+x+)+y', 'x'.repeat(5000), false],
    ['a|b', 'ab', false],
    ['\\p{Lu}\\p{Ll}+', 'Ünïcode', true],
    ['(?<year>\\d{4})-\\d{2}', '2026-11', true],
  ])('ask a pattern of the whole text in a time that grows with the text alone: %s', (expression, value, holds) => {
    const begun = performance.now();
    expect(valueFault(column({ kind: 'text', pattern: { expression, message: 'as asked' } }), value) === null).toBe(
      holds,
    );
    // A backtracking engine takes longer than anybody waits.
    expect(performance.now() - begun).toBeLessThan(3000);
  });

  it.each(['a)|(?:b', '(?=a)b', '(a)\\1', '['])('refuse %s as a pattern', (expression) =>
    expect(firstReason(rulesFaults(column({ kind: 'text', pattern: { expression, message: 'm' } })))).toContain(
      'no regular expression',
    ),
  );

  it('refuse a limit that is no day', () => {
    expect(firstReason(rulesFaults(column({ kind: 'date', min: '2026-02-30' })))).toContain('a limit is no date');
    expect(firstReason(rulesFaults(column({ kind: 'date', min: "2026-01-01' OR EXISTS (SELECT 1) OR '" })))).toContain(
      'a limit is no date',
    );
  });

  it('are for what comes in; what is there from before may stay', () => {
    const limited = column({ kind: 'wholeNumber', min: 3 });
    expect(storedFault(limited, 1)).toBeNull();
    expect(storedFault(limited, 'x')).toBe('Size: expected a whole number');
  });

  it('say the same in SQL', async () => {
    const db = new (await sqlite()).oo1.DB(':memory:');
    const numbers = fc.tuple(
      fc.constantFrom('wholeNumber', 'money', 'decimal'),
      fc.option(fc.integer({ min: -5, max: 5 })),
      fc.option(fc.integer({ min: -5, max: 5 })),
      fc.integer({ min: -9, max: 9 }),
    );
    fc.assert(
      fc.property(numbers, ([kind, min, max, value]) => {
        const limited = column({
          kind,
          currency: 'EUR',
          places: 2,
          ...(min === null ? {} : { min }),
          ...(max === null ? {} : { max }),
        });
        const condition = ruleCondition(limited, '?1');
        expect(condition === null || db.selectValue(`SELECT ${condition}`, [value]) === 1).toBe(
          ruleFault(limited, value) === null,
        );
      }),
    );
    const texts = fc.tuple(
      fc.option(fc.nat(4)),
      fc.option(fc.integer({ min: 1, max: 6 })),
      fc.string({ unit: 'grapheme', maxLength: 8 }),
    );
    fc.assert(
      fc.property(texts, ([minLength, maxLength, value]) => {
        fc.pre(!value.includes('\0'));
        const limited = column({
          kind: 'text',
          ...(minLength === null ? {} : { minLength }),
          ...(maxLength === null ? {} : { maxLength }),
        });
        const condition = ruleCondition(limited, '?1');
        expect(condition === null || db.selectValue(`SELECT ${condition}`, [value]) === 1).toBe(
          ruleFault(limited, value) === null,
        );
      }),
    );
    db.close();
  });

  it.each([
    [{ kind: 'text', minLength: 5, maxLength: 2 }, 'the least length is above the greatest'],
    [
      { kind: 'text', pattern: { expression: '[', message: 'x' } },
      'the pattern is no regular expression (look-ahead, look-behind and back references are not among them)',
    ],
    [{ kind: 'date', min: '2026-02-01', max: '2026-01-01' }, 'the least is above the greatest'],
    [{ kind: 'decimal', places: 1, min: 1 }, null],
  ])('%j: %s', (settings, words) => expect(firstReason(rulesFaults(column(settings)))).toBe(words));

  it('know a moment in UTC', () =>
    expect(
      ['2026-11-24T19:30:00Z', '2026-11-24T24:00:00Z', '2026-02-30T10:00:00Z', '2026-11-24 19:30:00'].map(
        isIsoDateTime,
      ),
    ).toEqual([true, false, false, false]));
});
