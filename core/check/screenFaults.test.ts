import { firstReason } from '@/core/fault';
import { collectings } from '@/core/plan';
import { definitionFaults } from './definitionFaults';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition, Screen } from '@/core/model';
import { screensOf } from '@/core/plan';
import { hives } from '@/test/screens';

const { definition } = hives();
const base = screensOf(definition);
const withScreen = (screen: Screen, more: Partial<Definition> = {}): Definition => ({
  ...definition,
  screens: { ...base, list: [...base.list.filter(({ id }) => id !== screen.id), screen] },
  ...more,
});
const reason = (screen: Screen, more: Partial<Definition> = {}): string | null =>
  firstReason(definitionFaults(withScreen(screen, more)));
const list = { kind: 'list', id: 'l', name: 'Some hives', tableId: 'v' } as const;
const form = { kind: 'form', id: 'f', name: 'Some form', tableId: 'v' } as const;
const record = { kind: 'record', id: 'r', name: 'Some hive', tableId: 'v' } as const;

describe('what is wrong with a screen is told in words', () => {
  it.each<[string, Screen, string]>([
    ['a table that is gone', { ...list, tableId: 'x' }, 'its table is not there'],
    ['a query that is gone', { ...list, queryId: 'x' }, 'its query is not there'],
    ['a record screen that is gone', { ...list, recordScreenId: 'x' }, 'it leads to a screen that is not there'],
    ['a filter by a column that is gone', { ...list, filters: ['x'] }, 'it filters by a column that is not there'],
    [
      'an order by what is not there',
      { ...list, sort: [{ text: 'hight', direction: 'ascending' }] },
      '“hight”: at character 1, there is no column “hight”; did you mean “height”?',
    ],
    [
      'a sum of texts',
      { ...list, totals: [{ id: 't', label: 'T', aggregate: 'sum', text: 'name || 1 ||' }] },
      '“name || 1 ||”: at character 13, the expression stops too early',
    ],
    [
      'a row’s button for a routine that it does not run',
      { ...list, rowRoutineId: 'x' },
      'the routine of its rows’ button is none that it runs',
    ],
    [
      'a tap for a list that there is none of',
      { ...list, tap: 'collect' },
      'a tap puts a row on a list that there is none of',
    ],
    [
      'a list saved by what is no link',
      { ...list, collect: { tableId: 'j', linkId: 'j3', leaving: 'keep' } },
      'its list is saved by a link that is not there',
    ],
    [
      'a list saved by a link to other records',
      { ...list, tableId: 'j', collect: { tableId: 'j', linkId: 'j2', leaving: 'keep' } },
      'its list is saved by a link to another table than it is of',
    ],
    [
      'a list saved with a blank that must not be',
      { ...list, collect: { tableId: 'j', linkId: 'j2', leaving: 'keep' } },
      'its list cannot be saved: Jars › Name must not be blank',
    ],
    [
      'a link of another table',
      { ...record, parts: [{ id: 'k', kind: 'linked', columnId: 'v2', rows: 3, totals: [] }] },
      'it shows records of a link that is not there',
    ],
    [
      'a button that leads nowhere',
      { ...record, parts: [{ id: 'b', kind: 'button', label: 'Go', screenId: 'x' }] },
      'it leads to a screen that is not there',
    ],
    [
      'a page of lines that are not there',
      {
        ...record,
        page: {
          paper: 'A4',
          heading: '{}',
          facts: [],
          lines: { columnId: 'x', slots: [{ id: 's', text: 'name' }], totals: [] },
        },
      },
      'it shows records of a link that is not there',
    ],
    [
      'a field of another table',
      { ...form, parts: [{ id: 'p', kind: 'field', columnId: 'j3' }] },
      'it asks for a column that is not there',
    ],
    [
      'lines that ask for what they have not',
      { ...form, parts: [{ id: 'p', kind: 'lines', columnId: 'j2', fields: ['v2'] }] },
      'its lines ask for a column that is not there',
    ],
    [
      'a check that is no condition',
      { ...form, checks: [{ id: 'c', holds: 'frames', message: 'No' }] },
      '“frames”: a condition is yes or no, not a whole number',
    ],
    [
      'a tone that is a number',
      { ...list, row: { shape: 'rows', across: 1, lines: [{ id: 's', text: 'name', tone: 'frames' }], edge: [] } },
      '“frames”: a tone is text, not a whole number',
    ],
    [
      'a menu that leads nowhere',
      { kind: 'menu', id: 'm', name: 'M', entries: [{ id: 'e', kind: 'screen', screenId: 'x' }] },
      'it leads to a screen that is not there',
    ],
    [
      'a person where the app has none',
      {
        kind: 'menu',
        id: 'm',
        name: 'M',
        entries: [{ id: 'e', kind: 'screen', screenId: 'start', when: { person: 'TRUE' } }],
      },
      'an entry depends on the person, and the app has no people',
    ],
    [
      'a sum of nothing',
      {
        kind: 'report',
        id: 'p',
        name: 'P',
        tableId: 'v',
        group: 'place',
        value: { id: 'v', label: 'V', aggregate: 'sum' },
        chart: 'bars',
        order: 'group',
        most: 5,
      },
      'sum needs an expression',
    ],
    [
      'a report on a text',
      {
        kind: 'report',
        id: 'p',
        name: 'P',
        tableId: 'v',
        group: 'place',
        value: { id: 'v', label: 'V', aggregate: 'sum', text: 'name' },
        chart: 'bars',
        order: 'group',
        most: 5,
      },
      '“name”: this takes a number, not text',
    ],
  ])('%s', (_what, screen, words) => expect(reason(screen)).toContain(words));

  it('a query of another table, or with a fault of its own', () => {
    expect(reason({ ...list, queryId: 'q' }, { queries: [{ id: 'q', name: 'Jars', tableId: 'j' }] })).toBe(
      'its query selects rows of another table',
    );
    expect(
      definitionFaults({ ...definition, queries: [{ id: 'q', name: 'Q', tableId: 'j', condition: 'price' }] }),
    ).toMatchObject([{ code: 'no-condition', place: ['queries', 0], mend: { way: 'leave-out', at: ['queries', 0] } }]);
    expect(firstReason(definitionFaults({ ...definition, queries: [{ id: 'q', name: 'Q', tableId: 'x' }] }))).toBe(
      'its table is not there',
    );
  });

  it('two of one name or id', () => {
    expect(firstReason(definitionFaults(withScreen({ ...list, name: 'HIVES' })))).toBe('“HIVES” is there twice');
    expect(
      firstReason(
        definitionFaults({ ...definition, screens: { ...base, list: [...base.list, { ...list, id: 'start' }] } }),
      ),
    ).toBe('“start” is there twice');
  });

  it('and nothing is wrong with pictures in a slot, where there are such', () => {
    const photo = {
      id: 'v9',
      name: 'Photo',
      identifier: 'photo',
      required: false,
      unique: false,
      default: { kind: 'none' },
      kind: 'picture',
    } as const;
    const tables = definition.tables.map((table) =>
      table.id === 'v' ? { ...table, columns: [...table.columns, photo] } : table,
    );
    const row = { shape: 'cards', across: 2, picture: { id: 's', text: 'photo' }, lines: [], edge: [] } as const;
    expect(reason({ ...list, row: { ...row, lines: [], edge: [] } }, { tables })).toBeNull();
    expect(reason({ ...list, sort: [{ text: 'photo', direction: 'ascending' }] }, { tables })).toContain(
      'a picture or file can be asked for',
    );
  });
});

it('the ways to collect records are told, and what stands in the way of one', () => {
  expect(collectings(definition, 'v')).toEqual([
    { name: 'Jars, by hive', collecting: { tableId: 'j', linkId: 'j2', leaving: 'keep' }, missing: 'Jars › Name' },
  ]);
  const column = { required: false, unique: false, default: { kind: 'none' } } as const;
  const name = { ...column, id: 'j1', name: 'Name', kind: 'text' } as const;
  const trays = {
    ...column,
    id: 'j7',
    name: 'Tray',
    kind: 'link',
    tableId: 'v',
    inverse: 'Trays',
    onDelete: 'cascade',
    required: true,
  } as const;
  const shop = { ...column, id: 'j8', name: 'Sold', kind: 'wholeNumber' } as const;
  const edits: Edit[] = [
    { kind: 'changeColumn', tableId: 'j', column: name },
    { kind: 'addColumn', tableId: 'j', column: shop },
    { kind: 'addColumn', tableId: 'j', column: trays },
  ];
  // By either link, the other is the parent where it must not be blank; a whole number counts.
  const found = collectings(
    edits.reduce((now, edit) => applyEdit(now, edit).definition, definition),
    'v',
  );
  expect(
    found.map(({ collecting, missing }) => [collecting.linkId, collecting.parentId, collecting.countId, missing]),
  ).toEqual([
    ['j2', 'j7', 'j8', null],
    ['j7', undefined, 'j8', null],
  ]);
});
