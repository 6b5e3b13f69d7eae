import { applyEdit } from '@/core/edit';
import type { Column, Table } from '@/core/model';
import { demos } from '@/demo';
import { type Address, NEW } from './address';
import { allThings } from './things';
import { whereGone } from './whereGone';

const { definition } = demos.theatre();

test('everything that can be found is there, and so is what is still to be made', () => {
  const addresses = allThings(definition).map(({ address }) => address);
  expect(addresses.length).toBeGreaterThan(50);
  expect(addresses.map((address) => whereGone(definition, address)).filter(Boolean)).toEqual([]);
  const table = definition.tables[0]?.id ?? '';
  const coming: Address[] = [
    { room: 'plan', id: NEW },
    { room: 'screens', id: NEW },
    { room: 'tables', id: table, part: { kind: 'columns', id: NEW } },
    { room: 'tables', id: table, part: { kind: 'naming', id: '' } },
  ];
  expect(coming.map((address) => whereGone(definition, address))).toEqual([null, null, null, null]);
});

test.each<[Address, Address]>([
  [{ room: 'tables', id: 'gone' }, { room: 'plan' }],
  [{ room: 'tables', id: 'gone', part: { kind: 'columns', id: 'gone' } }, { room: 'plan' }],
  [{ room: 'screens', id: 'gone' }, { room: 'screens' }],
  [{ room: 'queries', id: 'gone' }, { room: 'queries' }],
  [{ room: 'routines', id: 'gone' }, { room: 'routines' }],
])('%j is gone, and one is at %j', (address, above) => expect(whereGone(definition, address)).toEqual(above));

test('a part of a table is gone when it is no more what it is open as', () => {
  const { tables } = definition;
  const own = (kind: Column['kind']) => {
    const table = tables.find(({ columns }) => columns.some((column) => column.kind === kind)) as Table;
    const { id } = table.columns.find((column) => column.kind === kind) as Column;
    const at = (as: string): Address => ({ room: 'tables', id: table.id, part: { kind: as, id } });
    return { at, id, tableId: table.id, above: { room: 'tables', id: table.id } };
  };
  const [text, link] = [own('text'), own('link')];
  for (const kind of ['columns', 'linking', 'computed', 'links', 'keys'])
    expect(whereGone(definition, { ...text.at(kind), part: { kind, id: 'gone' } })).toEqual(text.above);
  expect(whereGone(definition, text.at('linking'))).toBeNull();
  expect(whereGone(definition, link.at('linking'))).toEqual(link.above);
  expect(whereGone(definition, link.at('links'))).toBeNull();
  const { tableId, id: columnId } = link;
  const without = applyEdit(definition, { kind: 'removeColumn', tableId, columnId }).definition;
  expect(whereGone(without, link.at('links'))).toEqual(link.above);
});
