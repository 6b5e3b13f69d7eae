import { act, fireEvent, render, screen, userEvent, waitFor } from '@testing-library/react-native';
import type { ListScreen, Screen } from '@/core/model';
import { theatre } from '@/demo';
import { onPhone, type OnBench } from '@/test/phone';
import { hearScan } from './scans';

jest.setTimeout(30_000);
const user = userEvent.setup();
const press = async (label: string | RegExp) => user.press(await screen.findByLabelText(label));
const pressText = async (text: string | RegExp) => user.press(await screen.findByText(text));
const rows = async ({ host }: OnBench, sql: string) => (await host.read({ sql })).rows;

/** The demo with another list of garments, opened from the start. */
async function open(design: Partial<ListScreen> = {}, kept?: Map<string, string>): Promise<OnBench> {
  const file = theatre(6);
  const list =
    file.definition.screens?.list.map((each): Screen =>
      each.id === 'list-t3' && each.kind === 'list'
        ? { ...each, row: { shape: 'rows', across: 1, lines: [], edge: [] }, ...design }
        : each,
    ) ?? [];
  const phone = await onPhone(6, undefined, 1, {
    ...file,
    definition: { ...file.definition, screens: { startId: 'start', list } },
  });
  kept?.forEach((value, key) => phone.kept.set(key, value));
  phone.client.clear();
  render(phone.element);
  await user.press(await screen.findByRole('link', { name: 'Garments, 6 records' }));
  await screen.findByLabelText('Search Garments');
  return phone;
}
const stockTake = { tableId: 't12', linkId: 't12-01', countId: 't12-03', leaving: 'keep' } as const;
const names = async (phone: OnBench) =>
  (await rows(phone, 'SELECT name FROM garments ORDER BY id')).map(({ name }) => String(name));

describe('a list whose rows go on a working list', () => {
  it('is kept over a restart, saved once with how often each is on it, and waits to be saved again when that is undone', async () => {
    const phone = await open({ collect: stockTake });
    const [first = '', second = '', third = ''] = await names(phone);
    expect(screen.queryByText('The list')).toBeNull();
    for (const name of [first, second, third]) await press(`Put ${name} on the list`);
    await press(`Take ${second} off the list`);
    await pressText('The list');
    await press(`One more of ${third}`);
    await press(`One more of ${third}`);
    await press(`One less of ${third}`);
    expect(await screen.findByText('2 chosen, 3 times')).toBeTruthy();
    expect(
      [...phone.kept.values()].map((text) =>
        (JSON.parse(text) as { items: { count: number }[] }).items.map(({ count }) => count),
      ),
    ).toEqual([[2, 1]]);
    const save = screen.getByRole('button', { name: 'Save 2 stock counts' });
    fireEvent.press(save);
    fireEvent.press(save);
    expect(await screen.findByRole('button', { name: 'Saved 2 stock counts' })).toBeDisabled();
    expect(await rows(phone, 'SELECT garment, times_seen FROM stock_counts ORDER BY id')).toEqual([
      { garment: 1, times_seen: 1 },
      { garment: 3, times_seen: 2 },
    ]);
    await pressText('Undo');
    expect(await screen.findByRole('button', { name: 'Save 2 stock counts' })).toBeEnabled();
    expect(await rows(phone, 'SELECT * FROM stock_counts')).toEqual([]);
    fireEvent.press(screen.getByRole('button', { name: 'Save 2 stock counts' }));
    await screen.findByRole('button', { name: 'Saved 2 stock counts' });
    await pressText('New list');
    await waitFor(() => expect(screen.queryByRole('button', { name: /^Saved? 2/ })).toBeNull());
    expect(phone.kept.size).toBe(0);
  });

  it('tells what is gone and leaves it out, and is cleared only when asked twice', async () => {
    const items = [1, 2, 99].map((id) => ({ code: '', count: 1, tableId: 't3', id, name: 'A coat' }));
    await open(
      { collect: stockTake },
      new Map([['scanned/lantern-lane/1/list-t3', JSON.stringify({ saved: false, items })]]),
    );
    expect(await screen.findByRole('button', { name: 'Save 2 stock counts' })).toBeTruthy();
    await pressText('The list');
    expect(await screen.findByText('no longer there, and not saved')).toBeTruthy();
    await pressText('Clear the list');
    await pressText('Keep them');
    expect(screen.getByText('3 chosen')).toBeTruthy();
    await pressText('Clear the list');
    await pressText('Clear all 3');
    await waitFor(() => expect(screen.queryByText(/^Save/)).toBeNull());
  });

  it('draws no more of a long list than can be looked at', async () => {
    const items = Array.from({ length: 100 }, (_, index) => ({
      code: `C${index}`,
      count: 1,
      tableId: 't3',
      id: index + 1,
      name: 'A coat',
    }));
    await open(
      { collect: stockTake },
      new Map([['scanned/lantern-lane/1/list-t3', JSON.stringify({ saved: false, items })]]),
    );
    await pressText('The list');
    expect(await screen.findByText('100 chosen')).toBeTruthy();
    const drawn = () =>
      screen.getAllByLabelText(/^Take .* off the list$/).filter((each) => each.parent !== null).length;
    const before = drawn();
    await pressText('Show more of 100');
    await waitFor(() => expect(drawn()).toBeGreaterThan(before));
    expect(screen.queryByText('Show more of 100')).toBeNull();
  });

  it('takes a row with a tap where that is what a tap does, all that are chosen, and what is scanned', async () => {
    const phone = await open({
      collect: { ...stockTake, countId: undefined } as ListScreen['collect'] & object,
      tap: 'collect',
      buttons: ['edit'],
    });
    const [first = '', second = ''] = await names(phone);
    const row = await screen.findByRole('checkbox', { name: new RegExp(`^${first}`) });
    await user.press(row);
    expect(await screen.findByRole('checkbox', { name: new RegExp(`^${first}`), checked: true })).toBeTruthy();
    // Its other buttons stay.
    expect(screen.getByLabelText(`Edit ${second}`)).toBeTruthy();
    await press('More of Garments');
    await pressText('Choose several of Garments');
    await user.press(screen.getByRole('checkbox', { name: new RegExp(`^${second}`) }));
    await press('Put 1 garment on the list');
    expect(await screen.findByRole('button', { name: 'Save 2 stock counts' })).toBeTruthy();
    await act(async () => hearScan('2000000000039'));
    expect(await screen.findByRole('button', { name: 'Save 3 stock counts' })).toBeTruthy();
  });
});

describe('a working list that cannot be kept as it should', () => {
  it('keeps what was there where rows are put on it before it is read', async () => {
    const items = [{ code: '', count: 1, tableId: 't3', id: 2, name: 'A coat' }];
    const phone = await open({ collect: stockTake, tap: 'collect' }, new Map());
    await press('Back');
    let give: (text: string) => void = () => undefined;
    const read = new Promise<string>((resolve) => (give = resolve));
    phone.kept.get = () => read as unknown as string;
    await user.press(await screen.findByRole('link', { name: 'Garments, 6 records' }));
    await user.press((await screen.findAllByRole('checkbox'))[0] as never);
    give(JSON.stringify({ saved: false, items }));
    expect(await screen.findByRole('button', { name: /^Save [12] stock count/ })).toBeTruthy();
    await waitFor(() => expect([...phone.kept.values()].some((text) => text.includes('"id":2'))).toBe(true));
  });

  it('says so where the phone is full, and still holds it', async () => {
    const phone = await open({ collect: stockTake, tap: 'collect' });
    phone.kept.set = () => {
      throw new Error('full');
    };
    await user.press((await screen.findAllByRole('checkbox'))[0] as never);
    expect(await screen.findByText(/^This list cannot be kept/)).toBeTruthy();
    fireEvent.press(screen.getByRole('button', { name: 'Save 1 stock count' }));
    await waitFor(async () => expect(await rows(phone, 'SELECT count(*) AS n FROM stock_counts')).toEqual([{ n: 1 }]));
  });

  it('is one list where the same screen is opened twice on the way', async () => {
    const file = theatre(6);
    const screens = file.definition.screens;
    if (!screens) throw new Error('the demo has no screens');
    const list = screens.list.map((each): Screen => {
      if (each.id === 'list-t3' && each.kind === 'list')
        return { ...each, row: { shape: 'rows', across: 1, lines: [], edge: [] }, collect: stockTake, tap: 'record' };
      return each.id === 'record-t3' && each.kind === 'record'
        ? { ...each, parts: [{ id: 'again', kind: 'button', label: 'All garments', screenId: 'list-t3' }] }
        : each;
    });
    const phone = await onPhone(6, undefined, 1, {
      ...file,
      definition: { ...file.definition, screens: { ...screens, list } },
    });
    phone.client.clear();
    render(phone.element);
    const put = async (id: number) => press(`Put ${(await names(phone))[id - 1] ?? ''} on the list`);
    await user.press(await screen.findByRole('link', { name: 'Garments, 6 records' }));
    await put(1);
    await user.press(await screen.findByRole('button', { name: new RegExp(`^${(await names(phone))[3] ?? ''}`) }));
    await pressText('All garments');
    await put(2);
    await press('Back');
    await press('Back');
    await put(3);
    expect(await screen.findByRole('button', { name: 'Save 3 stock counts' })).toBeTruthy();
  });
});

describe('several chosen rows', () => {
  it('run a routine as one, with one question and one undo', async () => {
    const phone = await open();
    const before = Number((await rows(phone, 'SELECT count(*) AS n FROM repairs'))[0]?.n);
    await press('More of Garments');
    await pressText('Choose several of Garments');
    await press('Choose all garments listed');
    expect(await screen.findByText('6 chosen')).toBeTruthy();
    expect(screen.queryByLabelText('Choose all garments listed')).toBeNull();
    await press('Run a routine on 6 garments');
    await pressText('Note a repair');
    fireEvent.changeText(await screen.findByLabelText('Answer'), 'Burst at the back');
    await pressText('Go on');
    expect(await screen.findByText('Note a repair: 6 garments')).toBeTruthy();
    expect(
      await rows(
        phone,
        "SELECT count(*) AS n, count(DISTINCT garment) AS garments FROM repairs WHERE fault = 'Burst at the back'",
      ),
    ).toEqual([{ n: 6, garments: 6 }]);
    expect(screen.queryByText('6 chosen')).toBeNull();
    await pressText('Undo');
    await waitFor(async () => expect(await rows(phone, 'SELECT count(*) AS n FROM repairs')).toEqual([{ n: before }]));
  });

  it('or one with a button of its own in its row', async () => {
    const phone = await open({ rowRoutineId: 'note-repair', buttons: ['edit'] });
    const [, second = ''] = await names(phone);
    await press(`Note a repair: ${second}`);
    fireEvent.changeText(await screen.findByLabelText('Answer'), 'Burst at the back');
    await pressText('Go on');
    await screen.findByText(`Note a repair: ${second}`);
    expect(await rows(phone, "SELECT garment FROM repairs WHERE fault = 'Burst at the back'")).toEqual([
      { garment: 2 },
    ]);
    await press('More of Garments');
    await pressText('Choose several of Garments');
    expect(screen.queryByLabelText(`Note a repair: ${second}`)).toBeNull();
  });

  it('stay chosen where the routine is stopped', async () => {
    await open();
    await press('More of Garments');
    await pressText('Choose several of Garments');
    await press('Choose all garments listed');
    await press('Run a routine on 6 garments');
    await pressText('Note a repair');
    await pressText('Stop');
    expect(await screen.findByText('6 chosen')).toBeTruthy();
  });
});

it('a list opened from a record’s button saves what is chosen as that record’s own', async () => {
  const phone = await onPhone(6);
  phone.client.clear();
  render(phone.element);
  await user.press(await screen.findByRole('link', { name: /^Productions/ }));
  const [production] = await rows(phone, 'SELECT id, title FROM productions ORDER BY title LIMIT 1');
  await user.press(
    (await screen.findAllByRole('button', { name: new RegExp(`^${String(production?.title)}`) }))[0] as never,
  );
  await pressText('Put the cast together');
  expect(await screen.findByText(`${String(production?.title)} · 64 records`)).toBeTruthy();
  const [one, two] = await screen.findAllByRole('checkbox');
  await user.press(one as never);
  await user.press(two as never);
  await user.press(await screen.findByRole('button', { name: 'Save 2 castings' }));
  await screen.findByRole('button', { name: 'Saved 2 castings' });
  expect(
    await rows(
      phone,
      'SELECT production, count(DISTINCT performer) AS n FROM castings WHERE id > (SELECT max(id) - 2 FROM castings) GROUP BY 1',
    ),
  ).toEqual([{ production: production?.id, n: 2 }]);
  // Leaving clears it.
  await press('Back');
  expect(phone.kept.size).toBe(0);
});

it('what is collected for one record is apart from what is for another, also where their numbers are the same', async () => {
  const items = [1, 2, 3].map((id) => ({ code: '', count: 1, tableId: 't2', id, name: 'Somebody' }));
  const phone = await onPhone(6);
  const [production] = await rows(phone, 'SELECT id, title FROM productions ORDER BY title LIMIT 1');
  const keep = (record: string, many: number) =>
    phone.kept.set(
      `scanned/lantern-lane/1/cast/${record}`,
      JSON.stringify({ saved: false, items: items.slice(0, many) }),
    );
  keep(`t7-02/${String(production?.id)}`, 1);
  keep(`t7-02/${production?.id === 1 ? 2 : 1}`, 2);
  keep(`t4-03/${String(production?.id)}`, 3);
  phone.client.clear();
  render(phone.element);
  await user.press(await screen.findByRole('link', { name: /^Productions/ }));
  await user.press(
    (await screen.findAllByRole('button', { name: new RegExp(`^${String(production?.title)}`) }))[0] as never,
  );
  await pressText('Put the cast together');
  expect(await screen.findByRole('button', { name: 'Save 1 casting' })).toBeTruthy();
});

it('a list that belongs to a record is not saved without one, and says so', async () => {
  const file = theatre(6);
  const screens = file.definition.screens;
  if (!screens) throw new Error('the demo has no screens');
  const list = screens.list.map((each): Screen =>
    each.id === 'start' && each.kind === 'menu'
      ? { ...each, entries: [{ id: 'to-cast', kind: 'screen', screenId: 'cast' }] }
      : each,
  );
  const phone = await onPhone(6, undefined, 1, {
    ...file,
    definition: { ...file.definition, screens: { ...screens, list } },
  });
  phone.client.clear();
  render(phone.element);
  await user.press(await screen.findByRole('link', { name: 'Who plays' }));
  await user.press((await screen.findAllByRole('checkbox'))[0] as never);
  expect(await screen.findByText('It is saved for a production: open it from one.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Save 1 casting' })).toBeDisabled();
});
