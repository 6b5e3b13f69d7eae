import { planScope, screensOf } from '@/core/plan';
import { analyseExpression } from '@/core/expression';
import { theatre } from '@/demo';
import { hives } from '@/test/screens';
import { pathChoices } from './paths';
import { slotFacts, slotName } from './slotWords';
import { screenFacts, screenKinds, studioScreenOf } from './kinds';

const { definition } = hives();
const jars = definition.tables.find(({ id }) => id === 'j') as (typeof definition.tables)[number];
const hive = definition.tables.find(({ id }) => id === 'v') as (typeof definition.tables)[number];

describe('what can be chosen in place of an expression', () => {
  it('is each column, each that a link leads to, and how many belong to the record', () => {
    expect(pathChoices(definition, jars)).toEqual([
      { value: 'name', label: 'Name' },
      { value: 'hive', label: 'Hive' },
      { value: 'price', label: 'Price' },
      { value: 'hive.name', label: 'Hive › Name' },
      { value: 'hive.place', label: 'Hive › Place' },
      { value: 'hive.height', label: 'Hive › Height' },
      { value: 'hive.set_up', label: 'Hive › Set up' },
      { value: 'hive.frames', label: 'Hive › Frames' },
      { value: 'hive.weak', label: 'Hive › Weak' },
    ]);
    expect(pathChoices(definition, hive).at(-1)).toEqual({ value: 'count(jars)', label: 'How many jars' });
  });

  it('is an expression without fault, whatever the plan calls things', () => {
    const { definition: large } = theatre(3);
    for (const table of large.tables) {
      for (const { value } of pathChoices(large, table)) {
        const faults = analyseExpression(value, planScope(large)(table.id)).faults.filter(
          ({ code }) => code !== 'attachment',
        );
        expect([table.name, value, faults]).toEqual([table.name, value, []]);
      }
    }
  });
});

describe('slots and screens in words', () => {
  it('a slot is called by its label, its column, the way to one, or its expression', () => {
    const name = (text: string, label?: string) => slotName(definition, 'j', { text, ...(label ? { label } : {}) });
    expect([name('price'), name('price', 'Cost'), name('hive.place'), name('price * 2')]).toEqual([
      'Price',
      'Cost',
      'Hive › Place',
      'price * 2',
    ]);
  });

  it('what is special about a slot is told in a few words', () => {
    expect(slotFacts({ id: 's', text: 'x' })).toBe('');
    expect(
      slotFacts({
        id: 's',
        text: 'x',
        format: { kind: 'template', text: 'for {}' },
        look: 'strong',
        tone: 'x',
        styles: [{ id: 'a', when: 'TRUE' }],
      }),
    ).toBe('shown as “for {}”, bold, toned, 1 style');
    expect(
      slotFacts({
        id: 's',
        text: 'x',
        format: { kind: 'date', style: 'relative' },
        styles: [
          { id: 'a', when: 'TRUE' },
          { id: 'b', when: 'TRUE' },
        ],
      }),
    ).toBe('shown as seen from today, 2 styles');
    expect(slotFacts({ id: 's', text: 'x', format: { kind: 'yesNo', yes: 'In', no: 'Out' }, look: 'soft' })).toBe(
      'shown as “In” or “Out”, quiet',
    );
  });

  it('every kind of screen has its word, and can be added', () => {
    expect(new Set(screenKinds.map((kind) => studioScreenOf(kind).name)).size).toBe(screenKinds.length);
    const words = screensOf(definition).list.map((screen) =>
      screenFacts(screen, (id) => definition.tables.find((table) => table.id === id)?.name ?? ''),
    );
    expect(words).toEqual([
      'Menu',
      'List of Hives',
      'Record of Hives',
      'Form of Hives',
      'List of Jars',
      'Record of Jars',
      'Form of Jars',
      'Settings',
    ]);
  });
});
