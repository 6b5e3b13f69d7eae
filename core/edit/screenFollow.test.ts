import { hatPlan, plainColumn } from '@/test/hats';
import { applyEdit, type Edit } from './edit';
import type { Definition, Routine, Screen } from '@/core/model';
import { screensOf } from '@/core/plan';
const blank: Definition = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] };
const after = (edits: readonly Edit[], from: Definition = blank): Definition =>
  edits.reduce((made, edit) => applyEdit(made, edit).definition, from);
const screenIn = (definition: Definition, id: string) => screensOf(definition).list.find((each) => each.id === id);
const add = (screen: Screen): Edit => ({ kind: 'addScreen', screen });

/** Hats with a code, plays with hats, and what collects codes into a third table. */
const app = after([
  ...hatPlan('Play'),
  { kind: 'addColumn', tableId: 'h', column: { ...plainColumn('h5', 'Tag'), kind: 'barcode', symbology: 'EAN-13' } },
  { kind: 'addTable', tableId: 'c', columnId: 'c1', name: 'Counts' },
  { kind: 'changeColumn', tableId: 'c', column: { ...plainColumn('c1', 'Name'), kind: 'text' } },
  {
    kind: 'addColumn',
    tableId: 'c',
    column: { ...plainColumn('c2', 'Hat'), kind: 'link', tableId: 'h', inverse: 'Counts', onDelete: 'cascade' },
  },
  { kind: 'addColumn', tableId: 'c', column: { ...plainColumn('c3', 'How many'), kind: 'wholeNumber' } },
  add({
    kind: 'list',
    id: 'l',
    name: 'Tagged',
    tableId: 'h',
    filters: ['h2', 'h3'],
    labels: { columnId: 'h5', as: 'bars' },
  }),
  add({
    kind: 'form',
    id: 'f',
    name: 'Short form',
    tableId: 'h',
    parts: [{ id: 'a', kind: 'field', columnId: 'h1' }],
    checks: [{ id: 'k', holds: 'name IS NOT NULL', message: 'Needs a name', columnId: 'h2' }],
  }),
  add({
    kind: 'record',
    id: 'r',
    name: 'On paper',
    tableId: 'p',
    parts: [],
    page: {
      paper: 'A4',
      heading: '{}',
      facts: [],
      lines: { columnId: 'h3', slots: [{ id: 's', text: 'name' }], totals: [] },
    },
  }),
  add({
    kind: 'menu',
    id: 'm',
    name: 'Ways',
    entries: [
      { kind: 'rows', id: 'a', tableId: 'h', screenId: 'list-h', most: 3, columnId: 'h3' },
      { kind: 'rows', id: 'b', tableId: 'p', screenId: 'record-p', most: 3 },
    ],
  }),
  add({
    kind: 'scan',
    id: 's',
    name: 'Count',
    codes: [{ tableId: 'h', columnId: 'h5' }],
    found: { kind: 'collect', tableId: 'c', linkId: 'c2', countId: 'c3', leaving: 'keep' },
  }),
]);

describe('when a column goes', () => {
  const without = (columnId: string, tableId = 'h', from = app) =>
    after([{ kind: 'removeColumn', tableId, columnId }], from);

  it('so do its labels and its place among the filters', () => {
    expect(screenIn(without('h5', 'h', after([{ kind: 'removeScreen', screenId: 's' }], app)), 'l')).not.toHaveProperty(
      'labels',
    );
    expect(screenIn(without('h2'), 'l')).toMatchObject({ filters: ['h3'], labels: { columnId: 'h5' } });
  });

  it('a check is told at the foot of the form instead', () => {
    expect(screenIn(app, 'f')).toMatchObject({ checks: [{ columnId: 'h2' }] });
    expect(screenIn(without('h2'), 'f')).toMatchObject({ checks: [expect.not.objectContaining({ columnId: 'h2' })] });
  });

  it('the lines of a page, and the entries that lead through it, go', () => {
    expect(screenIn(without('h3'), 'r')).toMatchObject({
      page: expect.not.objectContaining({ lines: expect.anything() }),
    });
    expect(screenIn(without('h3'), 'm')).toMatchObject({ entries: [{ id: 'b' }] });
  });

  it('a list that is saved into it is saved without it, or no longer', () => {
    expect(screenIn(without('c3', 'c'), 's')).toMatchObject({ found: { kind: 'collect', linkId: 'c2' } });
    expect(screenIn(without('c3', 'c'), 's')).not.toMatchObject({ found: { countId: 'c3' } });
    expect(screenIn(without('c2', 'c'), 's')).toMatchObject({ found: { kind: 'open' } });
    expect(screenIn(without('h5'), 's')).toBeUndefined();
  });
});

describe('when a column comes', () => {
  const group = (id: string) => ({ kind: 'group' as const, id, facts: [{ id: `${id}1`, text: 'name' }] });
  const designed = after(
    [
      add({ kind: 'record', id: 'two', name: 'Two groups', tableId: 'h', parts: [group('a'), group('b')] }),
      add({ kind: 'record', id: 'bare', name: 'No group', tableId: 'h', parts: [] }),
      {
        kind: 'addColumn',
        tableId: 'h',
        column: { ...plainColumn('h6', 'Brim'), kind: 'link', tableId: 'p', inverse: 'Brims', onDelete: 'unlink' },
      },
    ],
    app,
  );
  const facts = (id: string) =>
    (screenIn(designed, id) as { parts: ReturnType<typeof group>[] }).parts.map((part) =>
      part.facts?.map(({ text }) => text),
    );

  it('it stands at the end of designed forms, and of the last group of designed records', () => {
    expect(screenIn(designed, 'f')).toMatchObject({ parts: [{ columnId: 'h1' }, { kind: 'field', columnId: 'h6' }] });
    expect(facts('two')).toEqual([['name'], ['name', 'brim']]);
    expect(facts('bare')).toEqual([]);
  });

  it('a link shows what belongs to a record at the end of that', () => {
    expect(screenIn(designed, 'r')).toMatchObject({ parts: [{ kind: 'linked', columnId: 'h6' }] });
  });
});

describe('when a table goes', () => {
  it('the entries that are its rows go, and a list that is saved into it is only looked at', () => {
    const counted = after([{ kind: 'removeTable', tableId: 'c' }], app);
    expect(screenIn(counted, 's')).toMatchObject({ found: { kind: 'open' } });
    const gone = after([{ kind: 'removeTable', tableId: 'h' }], app);
    expect(screenIn(gone, 'm')).toMatchObject({ entries: [{ id: 'b' }] });
    expect(screensOf(gone).list.map(({ id }) => id)).not.toContain('l');
  });
});

describe('a routine that needs what goes stops it', () => {
  const query = { id: 'q', name: 'Dear', tableId: 'h', condition: 'price > 5' };
  const stops = (steps: Routine['steps'], edit: Edit, more: Partial<Routine> = {}) => {
    const planned = after(
      [
        { kind: 'setQuery', query },
        { kind: 'setRoutine', routine: { id: 'x', name: 'Tidy', steps, ...more } },
      ],
      app,
    );
    try {
      applyEdit(planned, edit);
      return null;
    } catch (error) {
      return (error as { problem: unknown }).problem;
    }
  };
  const removeTable: Edit = { kind: 'removeTable', tableId: 'h' };
  const inUse = (name: string) => ({ code: 'in-use', name, by: ['the routine Tidy'] });

  it.each<[string, Routine['steps'], Edit, Partial<Routine>, string]>([
    ['is of its records', [], removeTable, { tableId: 'h' }, 'Hats'],
    [
      'asks for one of those that a query selects',
      [
        {
          id: '1',
          kind: 'ask',
          name: 'who',
          question: 'Which?',
          answer: { kind: 'record', tableId: 'h', queryId: 'q' },
        },
      ],
      removeTable,
      {},
      'Hats',
    ],
    ['goes over its rows', [{ id: '1', kind: 'each', tableId: 'h', name: 'row', steps: [] }], removeTable, {}, 'Hats'],
    [
      'sets the column',
      [
        {
          id: '1',
          kind: 'insert',
          tableId: 'h',
          name: 'made',
          values: [
            { columnId: 'h1', text: "'Veil'" },
            { columnId: 'h2', text: '5' },
          ],
        },
      ],
      { kind: 'removeColumn', tableId: 'h', columnId: 'h2' },
      {},
      'Price',
    ],
    [
      'reads the column',
      [{ id: '1', kind: 'message', text: ':this.price' }],
      { kind: 'removeColumn', tableId: 'h', columnId: 'h2' },
      { tableId: 'h' },
      'Price',
    ],
  ])('where it %s', (_, steps, edit, more, name) => {
    expect(stops(steps, edit, more)).toEqual(inUse(name));
  });

  it('and one that does not need it does not', () => {
    expect(stops([{ id: '1', kind: 'message', text: "'Done'" }], removeTable)).toBeNull();
  });
});

test('a screen takes up the new name of its table only while it bears the one that it was made with', () => {
  const own = after(
    [{ kind: 'setScreen', screen: { ...(screenIn(app, 'form-h') as Screen), name: 'My own form' } }],
    app,
  );
  const renamed = after([{ kind: 'renameTable', tableId: 'h', name: 'Caps', recordName: 'Cap' }], own);
  expect(screenIn(renamed, 'list-h')?.name).toBe('Caps');
  expect(screenIn(renamed, 'form-h')?.name).toBe('My own form');
});
