import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react-native';
import type { PropsWithChildren } from 'react';
import { CurrentAppContext } from '../useApp';
import { useCount } from './useCount';
import { compileApp } from '@/core/compile';
import type { ReadResult } from '@/core/compiled';
import { applyEdit } from '@/core/edit';
import type { Definition, Table } from '@/core/model';
import { quietState } from '@/test/quietState';
import { hatPlan } from '@/test/hats';
import { blank } from '@/test/host';

/** Reads that are under way: each is answered when the test says so. */
const mockUnderWay: ((result: ReadResult) => void)[] = [];

jest.mock('../client', () => ({
  worker: () => ({
    api: {
      read: () =>
        new Promise<ReadResult>((answer) => {
          mockUnderWay.push(answer);
        }),
    },
  }),
  useBench: <T,>(select: (phone: { person: null }) => T) => select({ person: null }),
}));

const definition = hatPlan('Play').reduce<Definition>((made, edit) => applyEdit(made, edit).definition, blank);

const hats = definition.tables.find(({ id }) => id === 'h') as Table;

const state = { definition, ...quietState };

const current = { appId: 'a', state, compiled: compileApp(definition) };

test('until the figures of a new condition are there, those of before stay with the columns that they are of', async () => {
  const client = new QueryClient();
  const wrapper = ({ children }: PropsWithChildren) => (
    <QueryClientProvider client={client}>
      <CurrentAppContext.Provider value={current}>{children}</CurrentAppContext.Provider>
    </QueryClientProvider>
  );
  const { result, rerender, unmount } = renderHook(
    ({ condition }: { condition: string }) => useCount(hats, condition),
    { wrapper, initialProps: { condition: 'price > 5' } },
  );
  const answer = (row: ReadResult['rows'][number]) =>
    act(async () => mockUnderWay.shift()?.({ rows: [row], reads: { tables: [] } as never }));
  await answer({ all: 9, selected: 4, together: 4, by0: 4 });
  const by = () => result.current?.by.map(({ column, count }) => [column.name, count]);
  await waitFor(() => expect(by()).toEqual([['Price', 4]]));
  rerender({ condition: "name = 'Bowler' AND price > 5" });
  expect(by()).toEqual([['Price', 4]]);
  await answer({ all: 9, selected: 1, together: 1, by0: 2, by1: 4 });
  await waitFor(() =>
    expect(by()).toEqual([
      ['Name', 2],
      ['Price', 4],
    ]),
  );
  unmount();
  client.clear();
});
