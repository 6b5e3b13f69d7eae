import { firstReason } from '@/core/fault';
import { analyseExpression } from '@/core/expression';
import { physicalPlan } from './people';
import { planScope } from './scope';
import { definitionFaults } from '@/core/check';
import { applyEdit, type Edit } from '@/core/edit';
import type { Column, Definition } from '@/core/model';
const common = { required: false, unique: false, default: { kind: 'none' } } as const;
const text = (id: string, name: string, more: object = {}) =>
  ({ ...common, id, name, identifier: name.toLowerCase(), kind: 'text', ...more }) as Column;
const plan = (changes: Partial<Definition> = {}): Definition => ({
  id: 'a',
  name: 'A',
  theme: { accent: 'moss' },
  people: { tableId: 'w', pins: true },
  tables: [
    {
      id: 'w',
      name: 'Workers',
      recordName: 'Worker',
      identifier: 'workers',
      columns: [text('w1', 'Name')],
      naming: { kind: 'column', columnId: 'w1' },
    },
    {
      id: 'g',
      name: 'Garments',
      recordName: 'Garment',
      identifier: 'garments',
      columns: [
        text('g1', 'Name'),
        text('g2', 'Note', { perPerson: true }),
        { ...text('g3', 'Shown'), kind: 'expression', text: "name || coalesce(note, '')" } as Column,
      ],
      naming: { kind: 'column', columnId: 'g1' },
    },
    {
      id: 'e',
      name: 'Errands',
      recordName: 'Errand',
      identifier: 'errands',
      columns: [text('e1', 'Name')],
      naming: { kind: 'column', columnId: 'e1' },
      owned: true,
    },
  ],
  ...changes,
});
const table = (definition: Definition, id: string) => definition.tables.find((each) => each.id === id);

describe('a plan as the database holds it', () => {
  it('has owners as links, PINs as texts, and personal values in a table beside, unique by record and person', () => {
    const physical = physicalPlan(plan());
    expect(physical.people).toBeUndefined();
    expect(
      physical.tables.map(({ id, identifier, columns }) => [
        id,
        identifier,
        columns.map((column) => column.identifier),
      ]),
    ).toEqual([
      ['w', 'workers', ['name', '_pin']],
      // What is computed from personal values is no column that everybody shares.
      ['g', 'garments', ['name']],
      ['mine-g', 'garments_by_person', ['_record', '_person', 'note']],
      ['e', 'errands', ['name', '_owner']],
    ]);
    expect(table(physical, 'mine-g')).toMatchObject({
      together: ['_record', '_person'],
      columns: [
        { tableId: 'g', onDelete: 'cascade', required: true },
        { tableId: 'w', onDelete: 'cascade', required: true },
        { id: 'mine-g2' },
      ],
    });
    expect(table(physical, 'e')?.columns[1]).toMatchObject({
      id: 'owner-e',
      tableId: 'w',
      onDelete: 'cascade',
      required: false,
    });
  });

  it('is the plan itself without people, and its own physical plan', () => {
    const shared = plan({ people: undefined, tables: plan().tables.slice(0, 1) });
    expect(physicalPlan(shared)).toBe(shared);
    expect(physicalPlan(physicalPlan(plan())).tables).toEqual(physicalPlan(plan()).tables);
  });

  it('keeps out of the way of a table that is called like the one beside', () => {
    const taken = {
      id: 'o',
      name: 'Garments by person',
      recordName: 'X',
      identifier: 'garments_by_person',
      columns: [text('o1', 'Name')],
      naming: { kind: 'column', columnId: 'o1' } as const,
    };
    const definition = plan({ tables: [...plan().tables, taken] });
    expect(physicalPlan(definition).tables.map(({ identifier }) => identifier)).toContain('garments_by_person_2');
    expect(analyseExpression('note', planScope(definition)('g'), 'g.').sql).toContain('"garments_by_person_2"');
  });
});

describe('what does not go together with people', () => {
  const garments = plan().tables[1] as Definition['tables'][number];
  const withColumn = (changes: object) =>
    plan({
      tables: plan().tables.map((each) =>
        each.id === 'g' ? { ...garments, columns: [text('g1', 'Name'), text('g2', 'Note', changes)] } : each,
      ),
    });
  it.each<[string, Definition, string]>([
    ['people of no table', plan({ people: { tableId: 'x', pins: false } }), 'there is no table with this id'],
    [
      'people who are each their own',
      plan({ tables: plan().tables.map((each) => ({ ...each, owned: true })) }),
      'the people themselves are there for everyone',
    ],
    [
      'owners without people',
      plan({ people: undefined, tables: plan().tables.filter(({ id }) => id !== 'g') }),
      'rows can belong to a person only where the app has people',
    ],
    [
      'personal values without people',
      plan({ people: undefined, tables: plan().tables.filter(({ id }) => id === 'g') }),
      'a value for each person needs people in the app',
    ],
    [
      'a required one',
      withColumn({ perPerson: true, required: true }),
      'a value for each person can be neither required nor unique',
    ],
    [
      'a unique one',
      withColumn({ perPerson: true, unique: true }),
      'a value for each person can be neither required nor unique',
    ],
    [
      'one with a default',
      withColumn({ perPerson: true, default: { kind: 'value', value: 'x' } }),
      'a value for each person begins blank',
    ],
    [
      'a personal link',
      withColumn({
        perPerson: true,
        kind: 'link',
        tableId: 'w',
        onDelete: 'unlink',
        inverse: 'X',
        inverseIdentifier: 'x',
      }),
      'only a value that people fill in can be one for each person',
    ],
    [
      'a name that is personal',
      plan({
        tables: plan().tables.map((each) =>
          each.id === 'g' ? { ...garments, naming: { kind: 'expression', text: 'shown' } } : each,
        ),
      }),
      'a record has one name for everyone, not one for each person',
    ],
  ])('%s', (_name, definition, reason) => {
    expect(firstReason(definitionFaults(definition))).toBe(reason);
  });

  it('nothing, in a plan that is right', () => {
    expect(definitionFaults(plan())).toEqual([]);
  });
});

describe('edits', () => {
  const after = (edits: Edit[], from = plan()) =>
    edits.reduce((definition, edit) => applyEdit(definition, edit).definition, from);
  it('make a table for people, with a column for their name', () => {
    const made = after(
      [{ kind: 'setPeople', people: { tableId: 'p', pins: false }, add: { columnId: 'p1', name: 'Helpers' } }],
      plan({ people: undefined, tables: [] }),
    );
    expect(made).toMatchObject({
      people: { tableId: 'p', pins: false },
      tables: [{ id: 'p', name: 'Helpers', recordName: 'Helper', columns: [{ id: 'p1', name: 'Name' }] }],
    });
  });

  it('name a record by another column where its own becomes personal, or a picture', () => {
    const personal = after([
      { kind: 'addColumn', tableId: 'e', column: { ...common, id: 'e2', name: 'What', kind: 'text' } },
      {
        kind: 'changeColumn',
        tableId: 'e',
        column: { ...common, id: 'e1', name: 'Name', kind: 'text', perPerson: true },
      },
    ]);
    expect(table(personal, 'e')?.naming).toEqual({ kind: 'column', columnId: 'e2' });
    const picture = after([
      { kind: 'changeColumn', tableId: 'e', column: { ...common, id: 'e1', name: 'Name', kind: 'picture' } },
    ]);
    expect(table(picture, 'e')?.naming).toEqual({ kind: 'expression', text: "''" });
  });

  it('take people out with their table once nothing is anybody’s own', () => {
    const shared = after([
      { kind: 'setOwned', tableId: 'e', owned: false },
      { kind: 'removeColumn', tableId: 'g', columnId: 'g3' },
      { kind: 'removeColumn', tableId: 'g', columnId: 'g2' },
      { kind: 'removeTable', tableId: 'w' },
    ]);
    expect(shared.people).toBeUndefined();
    expect(shared.tables.map(({ id }) => id)).toEqual(['g', 'e']);
  });
});
