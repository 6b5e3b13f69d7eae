import { act, renderHook, waitFor } from '@testing-library/react-native';
import { ProblemError } from '@/core/problem';
import type { SheetPreview, SheetSettings } from '@/core/transfer';
import type { IncomingFile } from '@/worker';
import { useRunning, useSheets } from './useImport';

type Answer = { index: number; give: (preview: SheetPreview) => void; refuse: (error: unknown) => void };
const mockAsked: Answer[] = [];
const mockHears: ((event: unknown) => void)[] = [];
const mockSaid: unknown[] = [];
jest.mock('../client', () => ({
  worker: () => ({
    api: {
      readSheet: (index: number) =>
        new Promise<SheetPreview>((give, refuse) => {
          mockAsked.push({ index, give, refuse });
        }),
    },
    subscribe: (hear: (event: unknown) => void) => {
      mockHears.push(hear);
      return () => void mockHears.splice(mockHears.indexOf(hear), 1);
    },
  }),
}));
jest.mock('../Toasts', () => ({ sayProblem: (error: unknown) => mockSaid.push(error) }));
jest.mock('../keepStorage', () => ({ askToKeepOnce: () => Promise.resolve() }));
jest.mock('../files', () => ({ chooseFile: () => Promise.resolve(null) }));

const settings = (name: string): SheetSettings => ({ name }) as SheetSettings;
const sheet = (name: string): SheetPreview => ({ settings: settings(name), rows: [[name]] }) as unknown as SheetPreview;
const file = { name: 'two.csv', sheets: [sheet('a'), sheet('b')] } as unknown as IncomingFile;
const rowsOf = (sheets: readonly SheetPreview[]) => sheets.map(({ rows }) => rows);
const namesOf = (sheets: readonly SheetPreview[]) => sheets.map((each) => each.settings.name);

beforeEach(() => {
  for (const all of [mockAsked, mockHears, mockSaid]) all.length = 0;
});

test('a choice shows at once, and what it means when the worker has read; of one sheet the last choice counts', async () => {
  const { result } = renderHook(() => useSheets(file));
  act(() => void result.current.change(0, settings('first')));
  act(() => void result.current.change(0, settings('second')));
  expect(namesOf(result.current.sheets)).toEqual(['second', 'b']);
  const [first, second] = mockAsked as [Answer, Answer];
  await act(async () => second.give(sheet('second')));
  await act(async () => first.give(sheet('first')));
  expect(rowsOf(result.current.sheets)).toEqual([[['second']], [['b']]]);
});

test('answers for several sheets reach each its own, in whatever order they come', async () => {
  const { result } = renderHook(() => useSheets(file));
  act(() => void result.current.change(0, settings('x')));
  act(() => void result.current.change(1, settings('y')));
  await act(async () => mockAsked[0]?.give(sheet('x')));
  await act(async () => mockAsked[1]?.give(sheet('y')));
  expect(rowsOf(result.current.sheets)).toEqual([[['x']], [['y']]]);
});

test('what cannot be read is said, and the sheet stays as it was read before', async () => {
  const { result } = renderHook(() => useSheets(file));
  act(() => void result.current.change(1, settings('y')));
  await act(async () => mockAsked[0]?.refuse(new Error('no')));
  expect(mockSaid).toHaveLength(1);
  expect(rowsOf(result.current.sheets)).toEqual([[['a']], [['b']]]);
});

test('an import tells how far it is while it runs, and what stopped it', async () => {
  const { result, unmount } = renderHook(() => useRunning());
  const tell = (done: number) => act(() => mockHears.forEach((hear) => hear({ kind: 'progress', done, total: 9 })));
  tell(3);
  expect(result.current.progress).toBeNull();
  let refuse: (error: unknown) => void = () => undefined;
  let ended: Promise<unknown> = Promise.resolve();
  act(() => {
    ended = result.current.run(() => new Promise((_, no) => (refuse = no)));
  });
  tell(4);
  expect(result.current.progress).toEqual({ done: 4, total: 9 });
  await act(async () => {
    refuse(new ProblemError({ code: 'cancelled' }));
    expect(await ended).toBeNull();
  });
  await waitFor(() => expect(result.current.progress).toBeNull());
  expect(result.current.problem).toContain('It was stopped.');
  await act(async () => expect(await result.current.run(async () => 7)).toBe(7));
  expect(result.current.problem).toBeNull();
  unmount();
  expect(mockHears).toEqual([]);
});
