import { choice, columnsOf, money, type RowOf, startsWith, text, yesNo } from '.';

const columns = columnsOf('garments', {
  name: text('Name', { required: true }),
  lent_out: yesNo('Lent out'),
  size: choice('Size', { choices: ['S', 'M'] }),
  value: money('Value', { currency: 'EUR', default: startsWith(0) }),
});

test('a column is told apart by its table, and begins as all columns do', () => {
  expect(columns.lent_out).toEqual({
    id: 'garments-lent_out',
    identifier: 'lent_out',
    kind: 'yesNo',
    name: 'Lent out',
    required: false,
    unique: false,
    default: { kind: 'none' },
  });
  expect(columns.value.default).toEqual({ kind: 'value', value: 0 });
});

test('a row has what its columns hold; what must be given is never null', () => {
  const row: RowOf<typeof columns> = { id: 1, name: 'Cape', lent_out: 1, size: 'S', value: null };
  // @ts-expect-error no such column
  expect(row.nmae).toBeUndefined();
  // @ts-expect-error a name must be given
  const nameless: RowOf<typeof columns> = { ...row, name: null };
  expect(nameless).toBeDefined();
});
