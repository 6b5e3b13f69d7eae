import { fireEvent, render, screen, userEvent, waitFor } from '@testing-library/react-native';
import { definitionFaults } from '@/core/check';
import type { Routine, Screen } from '@/core/model';
import { theatre } from '@/demo';
import { catalogue, codes, cuesHeard, onPhone } from '@/test/phone';

jest.setTimeout(30_000);
const user = userEvent.setup();

async function open(name: string, kept?: Map<string, string>) {
  const phone = await onPhone(30);
  kept?.forEach((value, key) => phone.kept.set(key, value));
  phone.client.clear();
  cuesHeard.length = 0;
  render(phone.element);
  await user.press(await screen.findByRole('link', { name }));
  await screen.findByLabelText('Code');
  return phone;
}
const scan = async (code: string) => {
  await user.type(screen.getByLabelText('Code'), code);
  await user.press(screen.getByLabelText('Look up the code'));
};
const rows = async (host: Awaited<ReturnType<typeof open>>['host'], sql: string) => (await host.read({ sql })).rows;

describe('a scan screen', () => {
  it('opens what it finds, also under another number of the same item', async () => {
    await open('Find by tag');
    await scan('2000000000077');
    expect(await screen.findByLabelText('Edit Garment')).toBeTruthy();
    await user.press(screen.getByLabelText('Back'));
    await scan('02000000000077');
    expect(await screen.findByLabelText('Edit Garment')).toBeTruthy();
    expect(cuesHeard).toEqual(['found', 'found']);
  });

  it('says what is wrong with a code, and adds what is new with what the catalogue knows', async () => {
    const { host } = await open('Find by tag');
    await scan('2000000000078');
    expect(await screen.findByText(/wrong check digit: it ends in 8 and should end in 7/)).toBeTruthy();
    expect(screen.queryByText('Add garment with this code')).toBeNull();
    catalogue.set('2900000000377', { code: '2900000000377', name: 'Pewter tippet', facts: { Size: 'S' } });
    codes.push('2900000000377');
    await user.press(screen.getByLabelText('Read a code from a picture'));
    await user.press(await screen.findByText('Ask the catalogue'));
    await user.press(await screen.findByText('Add garment with what is known'));
    expect((await screen.findByLabelText('Name')).props.value).toBe('Pewter tippet');
    await user.press(screen.getByText('Save'));
    await waitFor(async () =>
      expect(await rows(host, "SELECT tag, size, condition FROM garments WHERE name = 'Pewter tippet'")).toEqual([
        { tag: '2900000000377', size: 'S', condition: 'Good' },
      ]),
    );
    expect(cuesHeard).toEqual(['none', 'none']);
  });

  it('keeps a list, counts what is scanned again, and saves it once, in one change', async () => {
    const { host, kept } = await open('Stock-take');
    expect(screen.queryByText(/^Save/)).toBeNull();
    for (const code of ['2000000000077', '2000000000084', '2000000000077']) {
      await scan(code);
      await waitFor(() => expect(screen.getByLabelText('Code').props.value).toBe(''));
      await screen.findAllByText(/^Garment /);
    }
    await screen.findByText('2 scanned, 3 times');
    expect([...kept.values()].some((text) => text.includes('2000000000084'))).toBe(true);
    const save = screen.getByRole('button', { name: 'Save 2 stock counts' });
    fireEvent.press(save);
    fireEvent.press(save);
    expect(await screen.findByRole('button', { name: 'Saved 2 stock counts' })).toBeDisabled();
    expect(await rows(host, 'SELECT garment, times_seen FROM stock_counts ORDER BY id')).toEqual([
      { garment: 8, times_seen: 1 },
      { garment: 7, times_seen: 2 },
    ]);
    expect(host.state().undo).toBe('Saved 2 stock counts');
    await scan('2000000000091');
    expect(await screen.findByRole('button', { name: 'Save 1 stock count' })).toBeTruthy();
  });

  it('finds its list again after a restart', async () => {
    const list = JSON.stringify({
      saved: false,
      items: [{ code: '2000000000077', count: 4, tableId: 't3', id: 7, name: 'A coat' }],
    });
    const { host } = await open('Stock-take', new Map([['scanned/lantern-lane/1/stock-take', list]]));
    expect(await screen.findByText('1 scanned, 4 times')).toBeTruthy();
    // By the name that it has now.
    const now = String((await rows(host, 'SELECT name FROM garments WHERE id = 7'))[0]?.name);
    await user.press(await screen.findByLabelText(`Take ${now} off the list`));
    await waitFor(() => expect(screen.queryByText(/^Save/)).toBeNull());
  });

  it('adds a scan that comes before its list is read to that list', async () => {
    const list = JSON.stringify({
      saved: false,
      items: [{ code: '2000000000077', count: 4, tableId: 't3', id: 7, name: 'A coat' }],
    });
    const phone = await onPhone(30);
    let give: (text: string) => void = () => undefined;
    // The kept list is awaited, and so may be as slow as it likes.
    const read = new Promise<string>((resolve) => (give = resolve));
    phone.kept.get = () => read as unknown as string;
    phone.client.clear();
    render(phone.element);
    await user.press(await screen.findByRole('link', { name: 'Stock-take' }));
    await screen.findByLabelText('Code');
    await scan('2000000000091');
    give(list);
    expect(await screen.findByText('2 scanned, 5 times')).toBeTruthy();
  });
});

it('runs a routine on what it finds, once where the same again is ignored', async () => {
  const file = theatre(30);
  const checkIn: Routine = {
    id: 'check-in',
    name: 'Check in',
    tableId: 't3',
    steps: [
      {
        id: 'a',
        kind: 'update',
        record: ':this',
        values: [
          { columnId: 't3-08', text: 'FALSE' },
          { columnId: 't3-10', text: "coalesce(care, '') || '+'" },
        ],
      },
      { id: 'b', kind: 'message', text: "name || ' is back'" },
    ],
  };
  const screens =
    file.definition.screens?.list.map((each): Screen =>
      each.id === 'scan' && each.kind === 'scan'
        ? { ...each, found: { kind: 'routine', routineId: 'check-in' }, repeats: 'ignore' }
        : each,
    ) ?? [];
  const phone = await onPhone(30, undefined, 1, {
    ...file,
    definition: {
      ...file.definition,
      routines: [checkIn],
      screens: {
        startId: 'start',
        list: screens.map((each) =>
          each.kind === 'record' && each.parts
            ? { ...each, parts: each.parts.filter(({ kind }) => kind !== 'routine') }
            : each,
        ),
      },
    },
  });
  phone.client.clear();
  render(phone.element);
  await user.press(await screen.findByRole('link', { name: 'Find by tag' }));
  const before = String((await rows(phone.host, 'SELECT care FROM garments WHERE id = 7'))[0]?.care ?? '');
  await scan('2000000000077');
  expect(await screen.findByText(/ is back$/)).toBeTruthy();
  await scan('2000000000077');
  expect(await screen.findByText(/ was scanned already\.$/)).toBeTruthy();
  expect(await rows(phone.host, 'SELECT lent_out, care FROM garments WHERE id = 7')).toEqual([
    { lent_out: 0, care: `${before}+` },
  ]);
});

it('runs a routine for each of two scans, also where the second comes while the first still asks', async () => {
  const file = theatre(30);
  const note: Routine = {
    id: 'note',
    name: 'Note',
    tableId: 't3',
    steps: [
      { id: 'q', kind: 'ask', name: 'sure', question: 'Is it clean?', answer: { kind: 'confirm' } },
      { id: 'a', kind: 'update', record: ':this', values: [{ columnId: 't3-10', text: "'Seen'" }] },
    ],
  };
  const list =
    file.definition.screens?.list.map((each): Screen =>
      each.id === 'scan' && each.kind === 'scan' ? { ...each, found: { kind: 'routine', routineId: 'note' } } : each,
    ) ?? [];
  const phone = await onPhone(30, undefined, 1, {
    ...file,
    definition: {
      ...file.definition,
      routines: [...(file.definition.routines ?? []), note],
      screens: { startId: 'start', list },
    },
  });
  phone.client.clear();
  render(phone.element);
  await user.press(await screen.findByRole('link', { name: 'Find by tag' }));
  const field = await screen.findByLabelText('Code');
  for (const code of ['2000000000077', '2000000000091']) {
    fireEvent.changeText(field, code);
    fireEvent(field, 'submitEditing');
    expect(await screen.findByText('Is it clean?')).toBeTruthy();
  }
  await user.press(screen.getByText('Yes, go on'));
  await waitFor(async () =>
    expect(await rows(phone.host, "SELECT id FROM garments WHERE care = 'Seen'")).toEqual([{ id: 7 }]),
  );
  await user.press(await screen.findByText('Yes, go on'));
  await waitFor(async () =>
    expect(await rows(phone.host, 'SELECT id, care FROM garments WHERE id IN (7, 9)')).toEqual([
      { id: 7, care: 'Seen' },
      { id: 9, care: 'Seen' },
    ]),
  );
});

it('starts what the app’s opening starts, once, when somebody is signed in', async () => {
  const file = theatre(30);
  const opening: Routine = {
    id: 'hello',
    name: 'Good morning',
    starts: ['opening'],
    steps: [
      {
        id: 'a',
        kind: 'insert',
        tableId: 't2',
        name: 'guest',
        values: [{ columnId: 't2-01', text: "'Guest of ' || :today" }],
      },
      { id: 'b', kind: 'message', text: "'Good morning'" },
    ],
  };
  const phone = await onPhone(30, undefined, 1, {
    ...file,
    definition: { ...file.definition, routines: [...(file.definition.routines ?? []), opening] },
  });
  phone.client.clear();
  render(phone.element);
  expect(await screen.findByText('Good morning')).toBeTruthy();
  expect(await rows(phone.host, "SELECT count(*) AS n FROM performers WHERE name LIKE 'Guest of 2%'")).toEqual([
    { n: 1 },
  ]);
});

it('adds what is scanned as lines of the record that the screen is opened from', async () => {
  const file = theatre(30);
  const collect: Screen = {
    kind: 'scan',
    id: 'fit',
    name: 'Fit garments',
    codes: [{ tableId: 't3', columnId: 't3-02' }],
    found: { kind: 'collect', tableId: 't4', linkId: 't4-02', parentId: 't4-01', leaving: 'clear' },
  };
  const screens =
    file.definition.screens?.list.map((each): Screen =>
      each.id === 'record-t2' && each.kind === 'record'
        ? { ...each, parts: [{ id: 'b', kind: 'button', label: 'Fit by scanner', screenId: 'fit' }] }
        : each,
    ) ?? [];
  const definition = { ...file.definition, screens: { startId: 'start', list: [...screens, collect] } };
  expect(definitionFaults(definition)).toEqual([]);
  const phone = await onPhone(30, undefined, 1, { ...file, definition });
  phone.client.clear();
  render(phone.element);
  await user.press(await screen.findByRole('link', { name: /^Performers/ }));
  await user.press((await screen.findAllByRole('button', { name: / · / }))[0] as never);
  await user.press(await screen.findByText('Fit by scanner'));
  await scan('2000000000077');
  await user.press(await screen.findByRole('button', { name: 'Save 1 fitting' }));
  await screen.findByRole('button', { name: 'Saved 1 fitting' });
  const [made] = await rows(
    phone.host,
    'SELECT garment, performer IS NOT NULL AS whose FROM fittings ORDER BY id DESC LIMIT 1',
  );
  expect(made).toEqual({ garment: 7, whose: 1 });
});

describe('a routine on the phone', () => {
  it('runs once on a double press, says what it did, and is taken back with one undo', async () => {
    const phone = await onPhone(30);
    phone.client.clear();
    render(phone.element);
    await user.press(await screen.findByRole('link', { name: /^Cost sheets/ }));
    await user.press(await screen.findByRole('button', { name: /^K-2403/ }));
    const gather = await screen.findByRole('button', { name: 'Gather repairs' });
    fireEvent.press(gather);
    fireEvent.press(gather);
    expect(await screen.findByText('Gather repairs: K-2403')).toBeTruthy();
    const gathered = await rows(phone.host, 'SELECT count(*) AS n FROM sheet_lines WHERE cost_sheet = 3');
    expect(Number(gathered[0]?.n)).toBeGreaterThan(10);
    await user.press(screen.getByText('Undo'));
    await waitFor(async () =>
      expect(await rows(phone.host, 'SELECT count(*) AS n FROM sheet_lines WHERE cost_sheet = 3')).toEqual([{ n: 5 }]),
    );
  });
});

it('a menu shows its other figures where a query by hand no longer fits the plan, and says what is the matter with that one', async () => {
  const file = theatre(30);
  const queries = file.definition.queries?.map((query) =>
    query.id === 'q-dear'
      ? { ...query, sql: 'SELECT id FROM repairs WHERE nothing_like_it' }
      : query.id === 'q-ahead'
        ? { id: query.id, name: query.name, tableId: query.tableId, sql: 'SELECT id FROM productions WHERE nor_this' }
        : query,
  );
  const phone = await onPhone(30, undefined, 1, {
    ...file,
    definition: { ...file.definition, ...(queries ? { queries } : {}) },
  });
  phone.client.clear();
  render(phone.element);
  expect(await screen.findByRole('link', { name: 'Garments, 30 records' })).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Dear repairs' })).toBeTruthy();
  expect(screen.getByText(/^no such column: nothing_like_it/)).toBeTruthy();
  expect(await screen.findByText(/^Productions: no such column: nor_this/)).toBeTruthy();
});
