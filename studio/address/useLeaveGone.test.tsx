import { renderHook } from '@testing-library/react-native';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition } from '@/core/model';
import { blank } from '@/test/host';
import type { Address } from './address';
import { useLeaveGone } from './useLeaveGone';

const mockLeft: string[] = [];
jest.mock('./useAddress', () => ({
  leaveFor: (appId: string, { room, id = '' }: Address) => mockLeft.push(`${appId} ${room} ${id}`.trim()),
}));

const add: Edit = { kind: 'addTable', tableId: 't', columnId: 'c', name: 'Notes' };
const withTable = applyEdit(blank, add).definition;
const table: Address = { room: 'tables', id: 't' };

function being(at: Address, first: Definition) {
  mockLeft.length = 0;
  const { rerender } = renderHook(
    ({ address, definition }: { address: Address; definition: Definition }) => useLeaveGone('a', definition, address),
    { initialProps: { address: at, definition: first } },
  );
  return (definition: Definition, address = at) => rerender({ address, definition });
}

test('what is open is left when it goes, once', () => {
  const see = being(table, withTable);
  expect(mockLeft).toEqual([]);
  see(blank);
  expect(mockLeft).toEqual(['a plan']);
});

test('what never was there is not left: it may be about to come', () => {
  const see = being(table, blank);
  expect(mockLeft).toEqual([]);
  see(withTable);
  see(blank);
  expect(mockLeft).toEqual(['a plan']);
});

test('what was open before does not make another left', () => {
  const see = being({ room: 'tables', id: 't' }, withTable);
  see(withTable, { room: 'screens', id: 'coming' });
  see(blank, { room: 'screens', id: 'coming' });
  expect(mockLeft).toEqual([]);
});
