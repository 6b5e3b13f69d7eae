import { act, fireEvent, render, screen, userEvent, waitFor } from '@testing-library/react-native';
import { memoryStore, type KeyValueStore } from '@/core/store';
import { onBench } from '@/test/bench';
import { rowsOf } from '@/test/host';

jest.setTimeout(30_000);
const user = userEvent.setup();

/** The costume store on a phone, with so many garments, opened at their list. */
async function garments(count = 30, kv?: KeyValueStore) {
  const bench = await onBench(count, kv);
  bench.client.clear();
  render(bench.element);
  await user.press(await screen.findByRole('link', { name: new RegExp(`^Garments, ${count} records`) }));
  await screen.findByText(`${count} records`);
  return bench;
}
const press = async (name: string | RegExp, role: 'button' | 'radio' = 'button') => user.press((await screen.findAllByRole(role, { name }))[0] as never);
const field = (name: string) => screen.getByLabelText(name);
const type = async (name: string, text: string) => {
  await user.clear(field(name));
  await user.type(field(name), text);
};
/** The rows in sight: each is a button named after all that it shows. */
const rows = () => screen.getAllByRole('button', { name: / · .*€/ });
const names = () => rows().map((row) => String(row.props.accessibilityLabel));

describe('a form', () => {
  it('names each problem at its field, keeps what was typed, and saves nothing', async () => {
    const { host } = await garments();
    await press('Add Garment');
    await type('Value', 'dear');
    await type('Tag', '2000000000999');
    await press('Save');
    expect(await screen.findByText('Name must not be blank')).toBeTruthy();
    expect(screen.getByText(/^Value: expected an amount/)).toBeTruthy();
    expect(screen.getByText(/^Tag: wrong check digit/)).toBeTruthy();
    expect(field('Value').props.value).toBe('dear');
    expect(await rowsOf(host)).toHaveLength(30);
  });

  it('saves once on a double press, and is blank again for the next', async () => {
    const { host } = await garments();
    await press('Add Garment');
    await type('Name', 'Amber silk sash');
    await type('Tag', '2000000999999');
    const save = screen.getByRole('button', { name: 'Save and add next' });
    fireEvent.press(save);
    fireEvent.press(save);
    await waitFor(() => expect(field('Name').props.value).toBe(''));
    expect((await rowsOf(host)).filter(({ name }) => name === 'Amber silk sash')).toHaveLength(1);
    await press('Back');
    expect(await screen.findByText('31 records')).toBeTruthy();
  });

  it('says at the field that a value must be different, in the words of the plan', async () => {
    const { host } = await garments();
    const [first] = await rowsOf(host);
    await press('Add Garment');
    await type('Name', 'Twin');
    await type('Tag', String(first?.tag));
    await press('Save');
    expect(await screen.findByText('Garments › Tag must be different in every record; this value is already there.')).toBeTruthy();
    expect(field('Name').props.value).toBe('Twin');
  });

  it('shows nothing as saved that the store refused', async () => {
    const values = memoryStore();
    let full = false;
    const kv: KeyValueStore = { ...values, setMany: (entries) => (full ? Promise.reject(new Error('QuotaExceededError')) : values.setMany(entries)) };
    const { host } = await garments(30, kv);
    full = true;
    await press('Add Garment');
    await type('Name', 'Lost cloak');
    await type('Tag', '2000000999999');
    await press('Save');
    expect(await screen.findByText(/The browser has no room left for this app\. Everything saved before is still there/)).toBeTruthy();
    expect(field('Name').props.value).toBe('Lost cloak');
    await press('Back');
    expect(await screen.findByText('30 records')).toBeTruthy();
    expect(await rowsOf(host)).toHaveLength(30);
  });

  it('edits the record that it was opened for, and no other', async () => {
    const { host } = await garments();
    const before = await rowsOf(host);
    await press(/ · .*€/);
    await press('Edit Garment');
    await screen.findByRole('heading', { name: 'Edit garment' });
    await type('Name', 'Renamed');
    await press('Save');
    expect(await screen.findByRole('heading', { name: 'Renamed' })).toBeTruthy();
    const after = await rowsOf(host);
    expect(after.filter(({ name }, index) => name !== before[index]?.name)).toMatchObject([{ name: 'Renamed' }]);
  });
});

describe('a list', () => {
  it('finds words in any order whatever their case, and says when nothing holds them', async () => {
    const { host } = await garments();
    const [row] = await rowsOf(host);
    const words = String(row?.name).split(' ').reverse().join(' ').toUpperCase();
    await type('Search Garments', words);
    await waitFor(() => expect(names().every((name) => name.startsWith(String(row?.name)))).toBe(true));
    await type('Search Garments', 'zzzz');
    expect(await screen.findByText('Nothing in Garments holds “zzzz”.')).toBeTruthy();
    await press('Clear search');
    expect(await screen.findByText('30 records')).toBeTruthy();
  });

  it('sorts by a column both ways', async () => {
    const { host } = await garments();
    const values = (await rowsOf(host)).map(({ value }) => Number(value)).sort((left, right) => right - left);
    await press('Sort Garments');
    await press('Value');
    await press('Sort Garments');
    await press('Value, ascending');
    const dearest = `€${((values[0] as number) / 100).toFixed(2)}`;
    await waitFor(() => expect(names()[0]).toContain(dearest));
  });

  it('deletes by long press, with undo', async () => {
    const { host } = await garments();
    await user.longPress(rows()[0] as never);
    await press('Delete');
    expect(await screen.findByText('29 records')).toBeTruthy();
    expect(await rowsOf(host)).toHaveLength(29);
    await press('Undo');
    expect(await screen.findByText('30 records')).toBeTruthy();
    expect(await rowsOf(host)).toHaveLength(30);
  });

  it('offers the first record where there are none', async () => {
    const { host, client } = await garments();
    await act(async () => {
      await host.startFresh(false, {});
      await client.invalidateQueries();
    });
    expect(await screen.findByText('There are no garments yet.')).toBeTruthy();
    await press('Add Garment');
    expect(await screen.findByRole('heading', { name: 'New garment' })).toBeTruthy();
  });
});

describe('a record', () => {
  it('shows every value formatted, and says when it is gone', async () => {
    const { host, client } = await garments();
    await act(async () => {
      await host.write({ verb: 'Set', statements: [{ sql: "UPDATE garments SET name = 'AA cloak', value = 123450, acquired = '2024-02-29', lent_out = 1, care = NULL WHERE id = 3", params: {}, table: 'garments' }] });
      await client.invalidateQueries();
    });
    await press(/^AA cloak/);
    expect(await screen.findByText('€1,234.50')).toBeTruthy();
    expect(screen.getByText('29 Feb 2024')).toBeTruthy();
    expect(screen.getByText('Yes')).toBeTruthy();
    expect(screen.getByText('–')).toBeTruthy();
    await act(async () => {
      await host.write({ verb: 'Deleted', statements: [{ sql: 'DELETE FROM garments WHERE id = 3', params: {}, table: 'garments' }] });
      await client.invalidateQueries();
    });
    expect(await screen.findByText('This garment is no longer there.')).toBeTruthy();
  });

  it('is left for the list once it is deleted', async () => {
    await garments();
    await press(/ · .*€/);
    await press('Delete Garment');
    expect(await screen.findByText('29 records')).toBeTruthy();
  });
});
