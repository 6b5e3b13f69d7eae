import { act, configure, fireEvent, render, screen, userEvent, waitFor, within } from '@testing-library/react-native';
import { StyleSheet, Text as NativeText } from 'react-native';
import type { Edit } from '@/core/edit';
import type { RowDesign, Screen } from '@/core/model';
import { DEFAULT_SETTINGS } from '@/core/settings';
import { memoryStore } from '@/core/store';
import { onPhone } from '@/test/phone';
import { rowsOf } from '@/test/host';
import { hives } from '@/test/screens';
import { type Kit, KitProvider } from '../base/context';
import { PartBoundary } from '../app/PartBoundary';
import { toneColors } from '../base/theme';

jest.setTimeout(30_000);
configure({ asyncUtilTimeout: 5000 });
const user = userEvent.setup();

/** The hive book on a phone with these screens, at its start. */
async function book(screens: readonly Screen[] = [], more: readonly Edit[] = []) {
  const phone = await onPhone(0, memoryStore(), null, hives(screens, more));
  render(phone.element);
  await screen.findByRole('heading', { name: 'Hive book' });
  return phone;
}
const press = async (name: string | RegExp, role: 'button' | 'radio' | 'link' | 'tab' | 'checkbox' = 'button') =>
  user.press((await screen.findAllByRole(role, { name })).at(-1) as never);
const field = (name: string) => screen.getAllByLabelText(name).at(-1) as ReturnType<typeof screen.getByLabelText>;
const type = async (name: string, text: string) => {
  await user.clear(field(name));
  await user.type(field(name), text);
};
const row: RowDesign = {
  shape: 'rows',
  across: 1,
  lines: [
    { id: 'a', text: 'place' },
    { id: 'b', text: 'set_up', format: { kind: 'date', style: 'relative' } },
  ],
  edge: [
    {
      id: 'c',
      text: 'sum(jars.price)',
      styles: [{ id: 'y', when: 'sum(jars.price) > 15', tone: 'red', icon: 'star' }],
    },
  ],
  badge: { id: 'd', text: 'weak', format: { kind: 'yesNo', yes: 'Weak', no: 'Strong' } },
};
const list = (more: object = {}): Screen => ({ kind: 'list', id: 'list-v', name: 'Hives', tableId: 'v', row, ...more });

describe('a designed list', () => {
  it('shows slots, formats, tones and styles, and reads them out', async () => {
    await book([list()]);
    await press(/^Hives/, 'link');
    expect(
      await screen.findByRole('button', { name: 'Amber, Heath · 10 days ago, €15.50 (starred), Strong' }),
    ).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Briar, Orchard · 9 months ago, €12.00, Weak' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Clover, Heath, Strong' })).toBeTruthy();
    expect(StyleSheet.flatten(screen.getByText(/€15.50/).props.style)).toMatchObject({ color: toneColors.red.ink });
  });

  it('stands under the heads of its sections, with totals there and at its foot', async () => {
    await book([
      list({
        section: { text: 'place', totals: [{ id: 's', label: 'Frames', aggregate: 'sum', text: 'frames' }] },
        totals: [{ id: 't', label: 'Tallest', aggregate: 'max', text: 'height' }],
      }),
    ]);
    await press(/^Hives/, 'link');
    expect(await screen.findByRole('heading', { name: 'Heath' })).toBeTruthy();
    expect(screen.getByText('2 · Frames 12')).toBeTruthy();
    expect(screen.getByText('1 · Frames 8')).toBeTruthy();
    expect(within(screen.getByLabelText('Totals of Hives')).getByText('120 cm')).toBeTruthy();
  });

  it('is filtered by what people choose, and says so', async () => {
    await book([list()]);
    await press(/^Hives/, 'link');
    await press('Filter Hives');
    await press('Heath');
    await type('Frames from', '10');
    await press('Show');
    expect(await screen.findByText('1 found')).toBeTruthy();
    expect(screen.getByText('Place is Heath, Frames from 10')).toBeTruthy();
    await press('Filter Hives');
    await press('Clear filters');
    await press('Show');
    expect(await screen.findByText('3 records')).toBeTruthy();
  });

  it('sets a value of several at once, deletes them, and brings all of them back', async () => {
    const { host } = await book([list({ select: true, hold: 'select' })]);
    await press(/^Hives/, 'link');
    await user.longPress((await screen.findByRole('button', { name: /^Amber/ })) as never);
    await press(/^Briar/, 'checkbox');
    expect(await screen.findByText('2 chosen')).toBeTruthy();
    await press('Set a value of 2 hives');
    await press('Place: Orchard');
    expect(await screen.findByText('Set Place of 2 hives')).toBeTruthy();
    expect((await rowsOf(host, 'hives')).map(({ place }) => place)).toEqual(['Orchard', 'Orchard', 'Heath']);
    await user.longPress((await screen.findByRole('button', { name: /^Amber/ })) as never);
    await press(/^Briar/, 'checkbox');
    await press('Delete 2 hives');
    expect(await screen.findByText('1 record')).toBeTruthy();
    expect(await rowsOf(host, 'jars')).toHaveLength(1);
    await press('Undo');
    expect(await screen.findByText('3 records')).toBeTruthy();
    expect(await rowsOf(host, 'jars')).toHaveLength(4);
  });

  it('does with a tap what was chosen, and has its own words while it is empty', async () => {
    const { host, client } = await book([
      list({ tap: 'form', buttons: ['delete'], empty: { text: 'No hive hums yet.', button: 'Bring the first' } }),
    ]);
    await press(/^Hives/, 'link');
    await press(/^Briar, /);
    expect(await screen.findByRole('heading', { name: 'Edit hive' })).toBeTruthy();
    await press('Back');
    await press('Delete Briar');
    expect(await screen.findByText('2 records')).toBeTruthy();
    await act(async () => {
      await host.write({ verb: 'Emptied', statements: [{ sql: 'DELETE FROM hives', params: {}, table: 'hives' }] });
      await client.invalidateQueries();
    });
    expect(await screen.findByText('No hive hums yet.')).toBeTruthy();
    await press('Bring the first');
    expect(await screen.findByRole('heading', { name: 'New hive' })).toBeTruthy();
  });

  it('lives on where an expression fails on one row: that slot says so', async () => {
    const failing: RowDesign = {
      ...row,
      lines: [
        { id: 'a', text: 'place' },
        { id: 'x', text: 'sum(jars.price)' },
      ],
      edge: [],
    };
    const { host, client } = await book([list({ row: failing })]);
    await act(async () => {
      // Two amounts whose sum is beyond a whole number of SQLite.
      await host.write({
        verb: 'Set',
        statements: [{ sql: 'UPDATE jars SET price = 9223372036854775807 WHERE hive = 1', params: {}, table: 'jars' }],
      });
      await client.invalidateQueries();
    });
    await press(/^Hives/, 'link');
    expect(await screen.findByRole('button', { name: 'Amber, Heath · cannot be evaluated, Strong' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Briar, Orchard · €12.00, Weak' })).toBeTruthy();
    await act(async () => {
      await host.write({
        verb: 'Set',
        statements: [{ sql: 'UPDATE jars SET price = 100 WHERE hive = 1', params: {}, table: 'jars' }],
      });
      await client.invalidateQueries();
    });
    expect(await screen.findByRole('button', { name: 'Amber, Heath · €2.00, Strong' })).toBeTruthy();
  });

  it('is searched in what its links show, and stands as cards', async () => {
    await book([
      {
        kind: 'list',
        id: 'list-j',
        name: 'Jars',
        tableId: 'j',
        row: {
          shape: 'cards',
          across: 2,
          lines: [
            { id: 'a', text: 'hive' },
            { id: 'b', text: 'hive.place' },
          ],
          edge: [{ id: 'c', text: 'price' }],
        },
        sort: [{ text: 'price', direction: 'descending' }],
      },
    ]);
    await press(/^Jars/, 'link');
    expect((await screen.findAllByRole('button', { name: /€/ })).map((each) => each.props.accessibilityLabel)).toEqual([
      'Heather, Briar · Orchard, €12.00',
      'Lime, Amber · Heath, €9.00',
      'Spring, Amber · Heath, €6.50',
      'Odd, €1.00',
    ]);
    await type('Search Jars', 'heath AMBER');
    expect(await screen.findByText('2 found')).toBeTruthy();
    await type('Search Jars', 'orchard spring');
    expect(await screen.findByText('Nothing in Jars holds “orchard spring”.')).toBeTruthy();
  });

  it('holds names of every sort without harm', async () => {
    const { host, client } = await book([list()]);
    const odd = ['👑🐝 “queen’s”', 'خلية النحل', `x${'y'.repeat(9999)}`, "'; DROP TABLE hives; --"];
    await act(async () => {
      for (const name of odd)
        await host.write({
          verb: 'Added',
          statements: [{ sql: 'INSERT INTO hives (name, weak) VALUES (:name, 0)', params: { name }, table: 'hives' }],
        });
      await host.write({
        verb: 'Added',
        statements: [{ sql: "INSERT INTO hives (name, weak) VALUES ('', 0)", params: {}, table: 'hives' }],
      });
      await client.invalidateQueries();
    });
    await press(/^Hives/, 'link');
    for (const name of odd) expect(await screen.findByRole('button', { name: `${name}, Strong` })).toBeTruthy();
    // A record without a name goes by its number.
    expect(screen.getByRole('button', { name: 'Hive 8, Strong' })).toBeTruthy();
  });
});

describe('a designed form', () => {
  const form = (more: object): Screen => ({ kind: 'form', id: 'form-v', name: 'Hive form', tableId: 'v', ...more });
  const name = { id: 'f1', kind: 'field', columnId: 'v1' } as const;

  it('shows and fixes fields by what is typed, evaluates facts, and holds to its checks', async () => {
    const { host } = await book([
      form({
        parts: [
          { ...name, help: 'As painted on the lid.', start: "'Hive of ' || year(:today)" },
          { id: 'f5', kind: 'field', columnId: 'v5', input: 'stepper' },
          { id: 'f6', kind: 'field', columnId: 'v6', visibleWhen: 'frames < 10' },
          { id: 'f2', kind: 'field', columnId: 'v2', readOnlyWhen: 'weak' },
          { id: 'fx', kind: 'fact', slot: { id: 's', text: 'frames * 2', label: 'Sides' } },
        ],
        checks: [{ id: 'c', holds: 'frames > 2', message: 'Two frames are no hive.', columnId: 'v5' }],
        after: 'record',
      }),
    ]);
    await press(/^Hives/, 'link');
    await press('Add Hive');
    await screen.findByText('As painted on the lid.');
    expect(field('Name').props.value).toMatch(/^Hive of \d{4}$/);
    expect(await screen.findByLabelText('Weak')).toBeTruthy();
    await press('More Frames');
    await press('More Frames');
    await waitFor(() => expect(screen.getByText('2')).toBeTruthy());
    await type('Name', 'Dewlit');
    await press('Save');
    expect(await screen.findByText('Two frames are no hive.')).toBeTruthy();
    for (let step = 0; step < 9; step++) await press('More Frames');
    expect(await screen.findByText('20')).toBeTruthy();
    await waitFor(() => expect(screen.queryByLabelText('Weak')).toBeNull());
    await press('Save');
    // After saving it goes to the record.
    expect(await screen.findByRole('heading', { name: 'Dewlit' })).toBeTruthy();
    expect((await rowsOf(host, 'hives')).at(-1)).toMatchObject({ name: 'Dewlit', frames: 10 });
  });

  it('tells at its foot what is wrong where no field shows it, and can be saved again', async () => {
    const { host } = await book([
      form({
        parts: [
          { id: 'f5', kind: 'field', columnId: 'v5' },
          { ...name, visibleWhen: 'coalesce(frames, 0) > 5' },
        ],
        checks: [{ id: 'c', holds: 'sum(jars.price) > 0 AND frames > 3', message: 'Too few.', columnId: 'v4' }],
      }),
    ]);
    await press(/^Hives/, 'link');
    await press('Add Hive');
    await waitFor(() => expect(screen.queryByLabelText('Name')).toBeNull());
    await press('Save');
    expect(await screen.findByText(/nothing is filled in|Fill in at least one field/)).toBeTruthy();
    // The name must not be blank, and its field is not there.
    await type('Frames', '3');
    await press('Save');
    expect(await screen.findByText(/^Hive: Name must not be blank\./)).toBeTruthy();
    await type('Frames', '9');
    expect(await screen.findByLabelText('Name')).toBeTruthy();
    await type('Name', 'Elder');
    await press('Save');
    expect(await screen.findByText('4 records')).toBeTruthy();
    expect(await rowsOf(host, 'hives')).toHaveLength(4);
  });

  it('is not stuck where a check cannot be evaluated: it says so, and leaves', async () => {
    const { host } = await book([
      form({ parts: [name], checks: [{ id: 'c', holds: 'sum(jars.price) > 0', message: 'Worthless.' }] }),
    ]);
    await host.write({
      verb: 'Set',
      statements: [{ sql: 'UPDATE jars SET price = 9223372036854775807 WHERE hive = 1', params: {}, table: 'jars' }],
    });
    await press(/^Hives/, 'link');
    await user.longPress((await screen.findByRole('button', { name: /^Amber/ })) as never);
    await press('Edit');
    await type('Name', 'Amber II');
    await press('Save');
    expect(await screen.findByText(/integer overflow/i)).toBeTruthy();
    await press('Back');
    await press('Discard it');
    expect(await screen.findByText('3 records')).toBeTruthy();
  });

  it('edits what belongs to a record with it, in one change', async () => {
    const { host } = await book([
      form({ parts: [name, { id: 'l', kind: 'lines', columnId: 'j2', fields: ['j1', 'j3'] }] }),
    ]);
    await press(/^Hives/, 'link');
    await press('Add Hive');
    await type('Name', 'Elder');
    await press('Add jar');
    await type('Name', 'Thyme');
    await type('Price', '7.50');
    await press('Add jar');
    await press('Save');
    expect(await screen.findByText(/^Jars, line 2: Name must not be blank/)).toBeTruthy();
    await type('Name', 'Clover');
    await press('Save');
    expect(await screen.findByText('4 records')).toBeTruthy();
    expect((await rowsOf(host, 'jars')).slice(4)).toMatchObject([
      { name: 'Thyme', hive: 4, price: 750 },
      { name: 'Clover', hive: 4, price: null },
    ]);
    await user.longPress((await screen.findAllByRole('button', { name: /^Elder/ }))[0] as never);
    await press('Edit');
    await press('Take jar 2 away');
    await type('Price', 'dear');
    await press('Save');
    expect(await screen.findByText(/^Jars, line 1: Price: expected an amount/)).toBeTruthy();
    await type('Price', '8');
    await press('Save');
    expect(await screen.findByText('4 records')).toBeTruthy();
    await waitFor(async () =>
      expect((await rowsOf(host, 'jars')).slice(4)).toMatchObject([{ name: 'Thyme', hive: 4, price: 800 }]),
    );
    await act(async () => host.undo());
    expect((await rowsOf(host, 'jars')).slice(4)).toHaveLength(2);
  });

  it('keeps what was typed until one comes back, and discards it when told to', async () => {
    const { kept } = await book();
    await press(/^Hives/, 'link');
    await press('Add Hive');
    await type('Name', 'Half a name');
    await press('Back');
    await press('Keep it as a draft');
    expect(await screen.findByText('3 records')).toBeTruthy();
    await waitFor(() => expect([...kept.keys()]).toEqual(['draft/hives/nobody/form-v/new/']));
    await press('Add Hive');
    expect(await screen.findByText('What you had typed is here again.')).toBeTruthy();
    expect(field('Name').props.value).toBe('Half a name');
    await press('Discard it');
    await waitFor(() => expect(field('Name').props.value).toBe(''));
    await press('Back');
    expect(await screen.findByText('3 records')).toBeTruthy();
    expect(kept.size).toBe(0);
  });

  it('makes a record to link to where it is chosen', async () => {
    const { host } = await book();
    await press(/^Jars/, 'link');
    await press('Add Jar');
    await type('Name', 'Rape');
    await press('Hive: none. Choose');
    await type('Search Hives', 'Foxglove');
    await press('Add hive');
    await press('Add and choose');
    expect(await screen.findByRole('button', { name: 'Hive: Foxglove. Choose' })).toBeTruthy();
    await press('Save');
    expect(await screen.findByText('5 records')).toBeTruthy();
    expect((await rowsOf(host, 'jars')).at(-1)).toMatchObject({ name: 'Rape', hive: 4 });
  });
});

describe('a designed record', () => {
  const record: Screen = {
    kind: 'record',
    id: 'record-v',
    name: 'Hive',
    tableId: 'v',
    parts: [
      {
        id: 'g',
        kind: 'group',
        title: 'Measures',
        facts: [
          { id: 'a', text: 'height', label: 'Height' },
          { id: 'b', text: 'weak', label: 'Weak', styles: [{ id: 'h', when: 'NOT weak', hide: true }] },
        ],
      },
      {
        id: 'k',
        kind: 'linked',
        columnId: 'j2',
        rows: 1,
        totals: [{ id: 's', label: 'Worth', aggregate: 'sum', text: 'price' }],
      },
      { id: 'b', kind: 'button', label: 'To the settings', screenId: 'settings' },
    ],
    page: {
      paper: 'Letter',
      heading: 'Hive {}',
      facts: [{ id: 'p', text: 'place', label: 'Place' }],
      lines: {
        columnId: 'j2',
        slots: [
          { id: 'n', text: 'name', label: 'Jar' },
          { id: 'm', text: 'price', label: 'Price' },
        ],
        totals: [{ id: 't', label: 'All', aggregate: 'sum', text: 'price' }],
      },
      foot: '<Heath & Co>',
    },
  };

  it('groups facts, totals what belongs to it, goes on to the next of the list, and tells from where one came', async () => {
    await book([record]);
    await press(/^Hives/, 'link');
    await press(/^Amber/);
    expect(await screen.findByRole('heading', { name: 'Measures' })).toBeTruthy();
    expect(screen.getByText('90.5 cm')).toBeTruthy();
    expect(screen.queryByText('Weak')).toBeNull();
    expect(await screen.findByText('Worth €15.50')).toBeTruthy();
    expect(screen.queryByLabelText('Previous in the list')).toBeNull();
    await press('Next in the list');
    expect(await screen.findByRole('heading', { name: 'Briar' })).toBeTruthy();
    expect(screen.getByText('Weak')).toBeTruthy();
    await press(/^Heather/, 'link');
    expect(await screen.findByRole('heading', { name: 'Heather' })).toBeTruthy();
    await press('Briar', 'link');
    expect(await screen.findByRole('heading', { name: 'Briar' })).toBeTruthy();
    expect(screen.queryByRole('heading', { name: 'Heather' })).toBeNull();
    await press('To the settings');
    expect(await screen.findByRole('heading', { name: 'Settings' })).toBeTruthy();
  });

  it('is laid out for paper, whatever stands in it', async () => {
    const { printed, host } = await book([record]);
    await host.write({
      verb: 'Set',
      statements: [{ sql: "UPDATE jars SET name = '<b>Lime</b>' WHERE id = 2", params: {}, table: 'jars' }],
    });
    await press(/^Hives/, 'link');
    await press(/^Amber/);
    await press('Print Hive');
    await waitFor(() => expect(printed).toHaveLength(1));
    const [html = ''] = printed;
    expect(html).toContain('<h1 dir="auto">Hive Amber</h1>');
    expect(html).toContain('size: letter');
    expect(html).toContain('&lt;b&gt;Lime&lt;/b&gt;');
    expect(html).toMatch(/<td>All<\/td><td class="figure">€15\.50<\/td>/);
    expect(html).toContain('content: "\\3c Heath & Co\\3e "');
  });
});

it('what goes wrong in one part is named there, with the way to mend it, and can be tried again', async () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  let broken = true;
  function Fragile() {
    if (broken) throw new Error('a lid is missing');
    return <NativeText>mended</NativeText>;
  }
  render(
    <KitProvider value={{ settings: { ...DEFAULT_SETTINGS, today: '2026-11-20' } } as Kit}>
      <NativeText>beside</NativeText>
      <PartBoundary name="the rows of the screen Hives" version={1}>
        <Fragile />
      </PartBoundary>
    </KitProvider>,
  );
  expect(screen.getByText('Something is wrong with the rows of the screen Hives.')).toBeTruthy();
  expect(screen.getByText(/^a lid is missing\. Everything saved is still there\./)).toBeTruthy();
  expect(screen.getByText('beside')).toBeTruthy();
  broken = false;
  await press('Try again');
  expect(screen.getByText('mended')).toBeTruthy();
  quiet.mockRestore();
});

describe('menus, settings, reports and the frame', () => {
  it('a menu has entries made of rows and entries that come and go', async () => {
    const query: Edit = { kind: 'setQuery', query: { id: 'q', name: 'Weak hives', tableId: 'v', condition: 'weak' } };
    const { host, client } = await book(
      [
        {
          kind: 'menu',
          id: 'start',
          name: 'Start',
          note: 'Mind the bees.',
          entries: [
            { id: 'e1', kind: 'screen', screenId: 'weak', counted: true, when: { queryId: 'q' } },
            { id: 'e2', kind: 'rows', tableId: 'v', screenId: 'list-j', columnId: 'j2', most: 9 },
          ],
        },
      ].reverse() as Screen[],
      [
        query,
        { kind: 'addScreen', screen: { kind: 'list', id: 'weak', name: 'Weak hives', tableId: 'v', queryId: 'q' } },
      ],
    );
    expect(await screen.findByRole('link', { name: 'Weak hives, 1 records' })).toBeTruthy();
    expect(screen.getByText('Mind the bees.')).toBeTruthy();
    await press('Amber', 'link');
    expect(await screen.findByText('Amber · 2 records')).toBeTruthy();
    await press('Back');
    await act(async () => {
      await host.write({ verb: 'Set', statements: [{ sql: 'UPDATE hives SET weak = 0', params: {}, table: 'hives' }] });
      await client.invalidateQueries();
    });
    await waitFor(() => expect(screen.queryByRole('link', { name: /^Weak hives/ })).toBeNull());
  });

  it('settings reformat what is on screen, and forms take values as they are shown', async () => {
    const { host } = await book([
      {
        kind: 'record',
        id: 'record-v',
        name: 'Hive',
        tableId: 'v',
        parts: [
          {
            id: 'g',
            kind: 'group',
            facts: [
              { id: 'a', text: 'height', label: 'Height' },
              { id: 'b', text: 'set_up', label: 'Set up' },
              { id: 'c', text: 'sum(jars.price)', label: 'Worth' },
            ],
          },
        ],
      },
    ]);
    await press('Settings', 'link');
    await press('Inches, pounds', 'radio');
    await press('Code', 'radio');
    await press(/^Deutsch/, 'radio');
    await press('Back');
    await press(/^Hives/, 'link');
    await press(/^Amber/);
    expect(await screen.findByText('35,6 in')).toBeTruthy();
    expect(screen.getByText('10.11.2026')).toBeTruthy();
    expect(screen.getByText(/^15,50\sEUR$/)).toBeTruthy();
    await press('Edit Hive');
    expect(field('Height').props.value).toBe('35,629921');
    await type('Name', 'Amber II');
    await press('Save');
    // Shown in another unit and not touched, it stays as it was to the last digit.
    await waitFor(async () =>
      expect((await rowsOf(host, 'hives'))[0]).toMatchObject({ name: 'Amber II', height: 0.905 }),
    );
    await press('Edit Hive');
    await type('Height', '40');
    await press('Save');
    await waitFor(async () => expect((await rowsOf(host, 'hives'))[0]).toMatchObject({ height: 1.016 }));
  });

  it('tabs lead to the parts of the app, a report among them that opens the rows of each group', async () => {
    await book(
      [],
      [
        {
          kind: 'addScreen',
          screen: {
            kind: 'report',
            id: 'r',
            name: 'Worth',
            tableId: 'j',
            group: 'hive.place',
            value: { id: 'v', label: 'Worth of jars', aggregate: 'sum', text: 'price' },
            chart: 'table',
            order: 'value',
            most: 9,
          },
        },
        { kind: 'setFrame', frame: { kind: 'tabs', screenIds: ['start', 'r'] } },
      ],
    );
    await press('Worth', 'tab');
    expect(await screen.findByRole('button', { name: 'Heath, €15.50, 2 records' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'None, €1.00, 1 record' })).toBeTruthy();
    await press(/^Orchard/);
    expect(await screen.findByRole('heading', { name: 'Orchard: €12.00' })).toBeTruthy();
    await press(/^Heather/);
    expect(await screen.findByRole('heading', { name: 'Heather' })).toBeTruthy();
    await press('Back');
    await press('Back to the report');
    await press('Start', 'tab');
    expect(await screen.findByRole('heading', { name: 'Hive book' })).toBeTruthy();
  });

  it('a menu as frame is in reach on every first screen', async () => {
    await book([], [{ kind: 'setFrame', frame: { kind: 'menu', screenIds: ['start', 'list-j'] } }]);
    fireEvent.press(screen.getByRole('button', { name: 'Menu' }));
    await press('Jars');
    expect(await screen.findByText('4 records')).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Menu' })).toBeTruthy();
  });
});
