import { deleteRuleWords, incomingLinks, linksAt, linkSentence } from './link';
import { isLink } from '@/core/column';
import { applyEdit, draftOf, type Edit, linkColumn, linkEdit, newDraft, shapeChoices } from '@/core/edit';
import type { ColumnOf, Definition, Table } from '@/core/model';
import { ProblemError } from '@/core/problem';
import { linkedTables } from '@/test/links';

const empty: Definition = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] };

const after = (edits: readonly Edit[], from = empty) =>
  edits.reduce((definition, edit) => applyEdit(definition, edit).definition, from);

const plan = after(linkedTables);

const table = (id: string, definition = plan) => definition.tables.find((each) => each.id === id) as Table;

const links = (definition = plan) =>
  definition.tables.flatMap((each) =>
    each.columns.filter(isLink).map((column) => linkSentence(definition, each, column)),
  );

const reasonOf = (edit: Edit) => {
  try {
    applyEdit(plan, edit);
    return null;
  } catch (error) {
    if (error instanceof ProblemError) return error.message;
    throw error;
  }
};

describe('links', () => {
  it('are told as sentences', () => {
    expect(links()).toEqual([
      'A performer has many performers, its stand-ins; a performer may belong to one performer, its stand-in for.',
      'A performer has many fittings; a fitting may belong to one performer.',
      'A performer has many loans; a loan may belong to one performer.',
      'A performer has at most one locker, its locker; a locker may belong to one performer.',
    ]);
  });

  it('are found from both sides', () => {
    expect(incomingLinks(plan, 'p').map(({ table: child, column }) => [child.name, column.inverse])).toEqual([
      ['Performers', 'Stand-ins'],
      ['Fittings', 'Fittings'],
      ['Loans', 'Loans'],
      ['Lockers', 'Locker'],
    ]);
    expect(linksAt(plan, table('f'))).toHaveLength(1);
    expect(linksAt(plan, table('p'))).toHaveLength(4);
  });

  it('give both directions an identifier that nothing else there has', () => {
    const column = table('p').columns[1] as ColumnOf<'link'>;
    expect([column.identifier, column.inverseIdentifier]).toEqual(['stand_in_for', 'stand_ins']);
    expect(
      reasonOf({
        kind: 'addColumn',
        tableId: 'p',
        column: { id: 'x', name: 'Loans', kind: 'text', required: false, unique: false, default: { kind: 'none' } },
      }),
    ).toBe('There is already a column named “Loans”.');
    expect(
      reasonOf({
        kind: 'addColumn',
        tableId: 'f',
        column: {
          id: 'x',
          name: 'Helper',
          kind: 'link',
          tableId: 'p',
          inverse: 'loans',
          required: false,
          unique: false,
          onDelete: 'stop',
          default: { kind: 'none' },
        },
      }),
    ).toBe('There is already a link named “loans”.');
  });

  it.each<[Edit, string]>([
    [
      {
        kind: 'addColumn',
        tableId: 'f',
        column: {
          id: 'x',
          name: 'Helper',
          kind: 'link',
          tableId: 'p',
          inverse: 'Helped',
          required: true,
          unique: false,
          onDelete: 'unlink',
          default: { kind: 'none' },
        },
      },
      'cannot be unlinked',
    ],
    [
      {
        kind: 'addColumn',
        tableId: 'f',
        column: {
          id: 'x',
          name: 'Helper',
          kind: 'link',
          tableId: 'p',
          inverse: 'Helped',
          required: false,
          unique: false,
          onDelete: 'stop',
          acyclic: true,
          default: { kind: 'none' },
        },
      },
      'only a link of a table to itself',
    ],
    [
      {
        kind: 'addColumn',
        tableId: 'f',
        column: {
          id: 'x',
          name: 'Helper',
          kind: 'link',
          tableId: 'none',
          inverse: 'Helped',
          required: false,
          unique: false,
          onDelete: 'stop',
          default: { kind: 'none' },
        },
      },
      'no longer there',
    ],
    [{ kind: 'setNaming', tableId: 'p', naming: { kind: 'column', columnId: 'p2' } }, 'goes round in a circle'],
  ])('refuse %j', (edit, words) => expect(reasonOf(edit)).toContain(words));

  it('go with the table that they lead to, and what they named is named anew', () => {
    const named = after(
      [
        { kind: 'setNaming', tableId: 'f', naming: { kind: 'column', columnId: 'f2' } },
        { kind: 'removeTable', tableId: 'p' },
      ],
      plan,
    );
    expect(links(named)).toEqual([]);
    expect(table('f', named)).toMatchObject({ columns: [{ id: 'f1' }], naming: { kind: 'column', columnId: 'f1' } });
  });

  it('between many and many stand in a table that goes when either side goes', () => {
    const edit = linkEdit(
      table('p'),
      table('k'),
      { ...newDraft(table('p'), table('k'), 'manyToMany'), linkingName: 'Key holders' },
      ['h', 'h1', 'h2'],
    );
    const made = after([edit], plan);
    expect(table('h', made)).toMatchObject({
      name: 'Key holders',
      recordName: 'Key holder',
      linking: true,
      naming: { kind: 'column', columnId: 'h1' },
    });
    expect(table('h', made).columns).toMatchObject([
      { name: 'Performer', tableId: 'p', onDelete: 'cascade', required: true },
      { name: 'Locker', tableId: 'k' },
    ]);
    expect(after([{ kind: 'removeTable', tableId: 'k' }], made).tables.map(({ id }) => id)).toEqual(['p', 'f', 'l']);
    expect(after([{ kind: 'removeColumn', tableId: 'h', columnId: 'h2' }], made).tables.map(({ id }) => id)).toEqual([
      'p',
      'f',
      'l',
      'k',
    ]);
    const own = after(
      [
        linkEdit(
          table('p'),
          table('p'),
          { ...newDraft(table('p'), table('p'), 'manyToMany'), linkingName: 'Rivalries' },
          ['r', 'r1', 'r2'],
        ),
      ],
      plan,
    );
    expect(table('r', own).columns.map((column) => [column.name, isLink(column) && column.inverse])).toEqual([
      ['Performer', 'Rivalries'],
      ['Other performer', 'Other rivalries'],
    ]);
  });

  it('are described from either side, and read back as described', () => {
    expect(shapeChoices(table('f'), table('p')).map(({ label }) => label)).toEqual([
      'Fitting belongs to one performer',
      'Fitting has many performers',
      'Fitting has at most one performer',
      'Many fittings with many performers',
    ]);
    const draft = newDraft(table('p'), table('k'), 'hasMany');
    const edit = linkEdit(table('p'), table('k'), { ...draft, name: 'Keeper', inverse: 'Kept lockers' }, [
      'x',
      'y',
      'z',
    ]);
    const column = table('k', after([edit], plan)).columns.at(-1) as ColumnOf<'link'>;
    expect(column).toMatchObject({ id: 'x', tableId: 'p', name: 'Keeper', inverse: 'Kept lockers', unique: false });
    const { identifier, inverseIdentifier, ...settings } = column;
    expect(linkColumn(draftOf(column), 'x', 'p', false)).toEqual(settings);
    expect([identifier, inverseIdentifier]).toEqual(['keeper', 'kept_lockers']);
  });

  it('say in words what a delete does', () => {
    expect((['cascade', 'unlink', 'stop'] as const).map((rule) => deleteRuleWords(rule, 'Order', 'Lines'))).toEqual([
      'Deleting an order deletes its lines too.',
      'Deleting an order leaves its lines, without an order.',
      'An order with lines cannot be deleted: the message names them. (Delete or move them first, then the order.)',
    ]);
  });
});
