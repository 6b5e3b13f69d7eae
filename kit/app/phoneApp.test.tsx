import { act, fireEvent, render, screen, userEvent, waitFor } from '@testing-library/react-native';
import { StyleSheet } from 'react-native';
import { memoryStore, type KeyValueStore } from '@/core/store';
import { codes, onPhone } from '@/test/phone';
import { rowsOf } from '@/test/host';
import { toneColors } from '../base/theme';

jest.setTimeout(30_000);
const user = userEvent.setup();

/** The costume store on a phone, with so many garments, opened at their list. */
async function garments(count = 30, kv?: KeyValueStore) {
  const phone = await onPhone(count, kv);
  phone.client.clear();
  render(phone.element);
  await user.press(await screen.findByRole('link', { name: new RegExp(`^Garments, ${count} records`) }));
  await screen.findByText(`${count} records`);
  return phone;
}
const press = async (name: string | RegExp, role: 'button' | 'radio' = 'button') =>
  user.press((await screen.findAllByRole(role, { name }))[0] as never);
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

  it('takes a picture, shows it, and keeps it as bytes', async () => {
    const { host } = await garments();
    await press('Add Garment');
    await type('Name', 'Amber silk sash');
    await type('Tag', '2000000999999');
    await press('Choose picture');
    expect(await screen.findByRole('button', { name: 'Remove picture' })).toBeTruthy();
    await press('Save');
    await screen.findByText('31 records');
    expect(
      (
        await host.read({
          sql: "SELECT typeof(photo) AS type, length(photo) AS size FROM garments WHERE name = 'Amber silk sash'",
        })
      ).rows,
    ).toEqual([{ type: 'blob', size: 70 }]);
  });

  it('reads a code from a picture into its field, and says so where there is none', async () => {
    await garments();
    await press('Add Garment');
    codes.push('2000000999999');
    await press('Read Tag from a picture');
    await waitFor(() => expect(field('Tag').props.value).toBe('2000000999999'));
    await press('Read Tag from a picture');
    expect(await screen.findByText(/^No code was found in this picture/)).toBeTruthy();
    expect(field('Tag').props.value).toBe('2000000999999');
  });

  it('says at the field that a value must be different, in the words of the plan', async () => {
    const { host } = await garments();
    const [first] = await rowsOf(host);
    await press('Add Garment');
    await type('Name', 'Twin');
    await type('Tag', String(first?.tag));
    await press('Save');
    expect(
      await screen.findByText('Garments › Tag must be different in every record; this value is already there.'),
    ).toBeTruthy();
    expect(field('Name').props.value).toBe('Twin');
  });

  it('shows nothing as saved that the store refused', async () => {
    const values = memoryStore();
    let full = false;
    const kv: KeyValueStore = {
      ...values,
      setMany: (entries) => (full ? Promise.reject(new Error('QuotaExceededError')) : values.setMany(entries)),
    };
    const { host } = await garments(30, kv);
    full = true;
    await press('Add Garment');
    await type('Name', 'Lost cloak');
    await type('Tag', '2000000999999');
    await press('Save');
    expect(
      await screen.findByText(/The browser has no room left for this app\. Everything saved before is still there/),
    ).toBeTruthy();
    expect(field('Name').props.value).toBe('Lost cloak');
    await press('Back');
    await press('Discard it');
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
      await host.write({
        verb: 'Emptied',
        statements: [{ sql: 'DELETE FROM garments', params: {}, table: 'garments' }],
      });
      await client.invalidateQueries();
    });
    expect(await screen.findByText('No garment is on the rails yet.')).toBeTruthy();
    await press('Add Garment');
    expect(await screen.findByRole('heading', { name: 'New garment' })).toBeTruthy();
  });
});

describe('a record', () => {
  it('shows every value formatted, and says when it is gone', async () => {
    const { host, client } = await garments();
    await act(async () => {
      await host.write({
        verb: 'Set',
        statements: [
          {
            sql: "UPDATE garments SET name = 'AA cloak', value = 123450, acquired = '2024-02-29', lent_out = 1, care = NULL WHERE id = 3",
            params: {},
            table: 'garments',
          },
        ],
      });
      await client.invalidateQueries();
    });
    await press(/^AA cloak/);
    expect(await screen.findByText('€1,234.50')).toBeTruthy();
    expect(screen.getByText('29 Feb 2024')).toBeTruthy();
    expect(screen.getByText('Yes')).toBeTruthy();
    expect(screen.getByText('–')).toBeTruthy();
    await act(async () => {
      await host.write({
        verb: 'Deleted',
        statements: [{ sql: 'DELETE FROM garments WHERE id = 3', params: {}, table: 'garments' }],
      });
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

describe('linked records', () => {
  /** The record of the garment with this id, on screen. */
  async function garment(id: number) {
    const phone = await garments();
    const { name } = (await rowsOf(phone.host)).find((row) => row.id === id) ?? {};
    await act(async () => {
      await phone.host.write({
        verb: 'Set',
        statements: [
          { sql: "UPDATE garments SET name = 'AA cloak' WHERE id = :id", params: { id }, table: 'garments' },
        ],
      });
      await phone.client.invalidateQueries();
    });
    expect(name).toBeTruthy();
    await press(/^AA cloak/);
    await screen.findByRole('heading', { name: 'AA cloak' });
    return phone;
  }
  const count = async (phone: Awaited<ReturnType<typeof garment>>, id: number) =>
    Number(
      (await phone.host.read({ sql: 'SELECT count(*) AS n FROM repairs WHERE garment = :id', params: { id } })).rows[0]
        ?.n,
    );

  it('are counted and listed with the record that they belong to, the rest a press away', async () => {
    const phone = await garment(3);
    const repairs = await count(phone, 3);
    expect(repairs).toBeGreaterThan(5);
    expect(await screen.findByRole('heading', { name: `Repairs ${repairs}` })).toBeTruthy();
    await user.press(screen.getByRole('link', { name: `All ${repairs} repairs` }));
    expect(await screen.findByText(`AA cloak · ${repairs} records`)).toBeTruthy();
  });

  it('are added where they belong, and lead back', async () => {
    const phone = await garment(3);
    const repairs = await count(phone, 3);
    await press('Add Repair here');
    expect(await screen.findByRole('button', { name: 'Garment: AA cloak. Choose' })).toBeTruthy();
    await type('Fault', 'AA hem');
    await press('Save');
    expect(await screen.findByRole('heading', { name: `Repairs ${repairs + 1}` })).toBeTruthy();
    expect(await count(phone, 3)).toBe(repairs + 1);
    await user.press((await screen.findAllByRole('link', { name: /^AA hem/ }))[0] as never);
    await user.press(await screen.findByRole('link', { name: 'Garment: AA cloak' }));
    expect(await screen.findAllByRole('heading', { name: 'AA cloak' })).toBeTruthy();
  });

  it('are chosen by search, and can be let go where the plan allows', async () => {
    const phone = await garment(3);
    const production = (await phone.host.read({ sql: 'SELECT id, title FROM productions ORDER BY id LIMIT 1' }))
      .rows[0];
    await press('Add Repair here');
    await type('Fault', 'AA zip');
    await press('Production: none. Choose');
    await type('Search Productions', String(production?.title).split(' ').reverse().join(' '));
    await user.press(await screen.findByRole('option', { name: String(production?.title) }));
    expect(
      await screen.findByRole('button', { name: `Production: ${String(production?.title)}. Choose` }),
    ).toBeTruthy();
    await press(/^Production: .*Choose/);
    await press('None');
    expect(await screen.findByRole('button', { name: 'Production: none. Choose' })).toBeTruthy();
    // The garment must be there: it cannot be let go.
    await press(/^Garment: .*Choose/);
    expect(screen.queryByRole('button', { name: 'None' })).toBeNull();
  });

  it('show a choice on its colour', async () => {
    const phone = await garment(3);
    await act(async () => {
      await phone.host.write({
        verb: 'Set',
        statements: [{ sql: "UPDATE garments SET condition = 'Poor' WHERE id = 3", params: {}, table: 'garments' }],
      });
      await phone.client.invalidateQueries();
    });
    expect(StyleSheet.flatten((await screen.findByText('Poor')).props.style)).toMatchObject({
      color: toneColors.red.ink,
      backgroundColor: toneColors.red.tint,
    });
  });
});
