import { act, renderHook } from '@testing-library/react-native';
import type { Edit } from '@/core/edit';
import { useRemoval } from './useRemoval';

interface Said {
  text: string;
  action: { onPress: () => void };
}
const mockSaid: Said[] = [];
const mockUndone: number[] = [];
const mockMade: { edit: Edit; onKept: (kept: { seq: number }) => void }[] = [];
jest.mock('./Toasts', () => ({ say: (said: Said) => mockSaid.push(said) }));
jest.mock('./useEdit', () => ({ useEdit: () => ({ mutate: (made: never) => mockMade.push(made), isPending: false }) }));
jest.mock('./useApp', () => {
  const api = { undoEntry: (_appId: string, seq: number) => Promise.resolve(mockUndone.push(seq)) };
  const act = (work: (calls: typeof api, appId: string) => Promise<unknown>) => work(api, 'a');
  return { useAct: () => act };
});

test('what was removed is said once it is kept, and its undo takes back that and nothing later', async () => {
  const { result } = renderHook(() => useRemoval());
  const removal: Edit = { kind: 'removeQuery', queryId: 'q' };
  const followed: string[] = [];
  await act(() => result.current.remove('Overdue', removal, () => followed.push('closed')));
  expect([mockMade.map(({ edit }) => edit), mockSaid, followed]).toEqual([[removal], [], []]);
  mockMade[0]?.onKept({ seq: 7 });
  expect([mockSaid.map(({ text }) => text), followed]).toEqual([['Removed Overdue.'], ['closed']]);
  mockSaid[0]?.action.onPress();
  expect(mockUndone).toEqual([7]);
});
