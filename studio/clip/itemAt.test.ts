import { itemAt } from './itemAt';
import { screensOf } from '@/core/plan';
import { demos } from '@/demo';

const { definition } = demos.theatre();
const [table] = definition.tables;
const list = screensOf(definition).list;

test('a table, a column and a link of it are what is open', () => {
  const id = table?.id ?? '';
  const columnId = table?.columns[1]?.id ?? '';
  expect(itemAt(definition, { room: 'tables', id })).toEqual({ kind: 'table', id });
  expect(itemAt(definition, { room: 'tables', id, part: { kind: 'columns', id: columnId } })).toEqual({
    kind: 'columns',
    tableId: id,
    ids: [columnId],
  });
  // Seen from the other side, a link is still a column of the table that holds it.
  const holder = definition.tables.find(({ columns }) =>
    columns.some((column) => column.kind === 'link' && column.tableId === id),
  );
  const link = holder?.columns.find((column) => column.kind === 'link' && column.tableId === id);
  expect(itemAt(definition, { room: 'tables', id, part: { kind: 'links', id: link?.id ?? '' } })).toEqual({
    kind: 'columns',
    tableId: holder?.id,
    ids: [link?.id],
  });
});

test('within a screen it is the part that something belongs to', () => {
  const record = list.find((screen) => screen.kind === 'record' && screen.parts);
  const part = record?.kind === 'record' ? record.parts?.find(({ kind }) => kind === 'group') : undefined;
  const fact = part?.kind === 'group' ? part.facts[0] : undefined;
  const at = (id: string) => itemAt(definition, { room: 'screens', id: record?.id ?? '', part: { kind: 'parts', id } });
  const expected = { kind: 'parts', screenId: record?.id, ids: [part?.id] };
  expect([at(part?.id ?? ''), at(fact?.id ?? '')]).toEqual([expected, expected]);
  expect(at('gone')).toEqual({ kind: 'screen', id: record?.id });
});

test('queries and routines are; places and what is gone are not', () => {
  const queryId = definition.queries?.[0]?.id ?? '';
  const routineId = definition.routines?.[0]?.id ?? '';
  expect(itemAt(definition, { room: 'queries', id: queryId })).toEqual({ kind: 'query', id: queryId });
  expect(itemAt(definition, { room: 'routines', id: routineId })).toEqual({ kind: 'routine', id: routineId });
  for (const address of [
    { room: 'plan' },
    { room: 'tables', id: 'gone' },
    { room: 'screens', id: 'new' },
    { room: 'run' },
  ] as const)
    expect(itemAt(definition, address)).toBeNull();
});
