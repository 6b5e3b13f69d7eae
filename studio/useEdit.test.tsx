import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook } from '@testing-library/react-native';
import type { PropsWithChildren } from 'react';
import { compileApp } from '@/core/compile';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition } from '@/core/model';
import { quietState } from '@/test/quietState';
import { hatPlan } from '@/test/hats';
import { blank } from '@/test/host';
import type { OpenState } from '@/worker';
import { CurrentAppContext, definitionNow, useEdit } from './useApp';

type Sent = { edit: Edit; give: (state: unknown) => void; refuse: (error: unknown) => void };
const mockSent: Sent[] = [];
const mockSaid: unknown[] = [];
const mockUnderWay = { count: 0 };
const mockClient = new QueryClient();
jest.mock('./client', () => ({
  worker: () => ({
    api: {
      edit: (_appId: string, edit: Edit) =>
        new Promise((give, refuse) => {
          mockSent.push({ edit, give, refuse });
        }),
    },
  }),
  get queryClient() {
    return mockClient;
  },
  get editsUnderWay() {
    return mockUnderWay;
  },
  keys: { app: (appId: string) => ['app', appId] },
  untilDrawn: <T,>(change: Promise<T>) => change,
}));
jest.mock('./Toasts', () => ({ sayProblem: (error: unknown) => mockSaid.push(error) }));

const definition = hatPlan('Play').reduce<Definition>((made, edit) => applyEdit(made, edit).definition, blank);
/** Does something, and waits until the cache has told of it. */
const settled = (work: () => unknown) =>
  act(async () => {
    await work();
    await new Promise((done) => setTimeout(done, 5));
  });

const state = { definition, ...quietState };
const now = () => definitionNow('a', blank);
const look = (accent: Definition['theme']['accent']): Edit => ({ kind: 'setTheme', theme: { accent } });

function editing() {
  mockClient.setQueryData<OpenState>(['app', 'a'], { kind: 'open', state } as unknown as OpenState);
  for (const all of [mockSent, mockSaid]) all.length = 0;
  const wrapper = ({ children }: PropsWithChildren) => (
    <QueryClientProvider client={mockClient}>
      <CurrentAppContext.Provider value={{ appId: 'a', state, compiled: compileApp(definition) }}>
        {children}
      </CurrentAppContext.Provider>
    </QueryClientProvider>
  );
  return renderHook(() => useEdit(), { wrapper }).result;
}
afterEach(() => mockClient.clear());

test('an edit of screens shows at once, before it is kept; the next one builds on it', async () => {
  const edit = editing();
  await settled(() => edit.current.mutate({ edit: look('wine') }));
  expect([now().theme.accent, mockUnderWay.count, mockSent.length]).toEqual(['wine', 1, 1]);
  await act(async () =>
    edit.current.mutate({ edit: { kind: 'setFrame', frame: { kind: 'tabs', screenIds: ['start'] } } }),
  );
  expect([now().theme.accent, now().screens?.frame?.kind, mockUnderWay.count]).toEqual(['wine', 'tabs', 2]);
  await settled(() => mockSent.forEach(({ give }) => give({})));
  expect(mockUnderWay.count).toBe(0);
});

test('one that is refused where it is kept is said, and what was shown is fetched anew', async () => {
  const edit = editing();
  const fetched = jest.spyOn(mockClient, 'invalidateQueries');
  await settled(() => edit.current.mutate({ edit: look('wine') }));
  await settled(() => mockSent[0]?.refuse(new Error('full')));
  expect(mockSaid).toHaveLength(1);
  expect(fetched).toHaveBeenCalledWith({ queryKey: ['app', 'a'] });
  expect(mockUnderWay.count).toBe(0);
});

test('one that cannot stand is refused here, and nothing is sent', async () => {
  const edit = editing();
  await settled(() => edit.current.mutate({ edit: { kind: 'removeScreen', screenId: 'gone' } as unknown as Edit }));
  expect([mockSaid.length, mockSent.length, mockUnderWay.count]).toEqual([1, 0, 0]);
  expect(now()).toEqual(definition);
});

test('an edit of the plan, which may touch rows, shows when it is kept', async () => {
  const edit = editing();
  await settled(() => edit.current.mutate({ edit: { kind: 'renameApp', name: 'Hat shop' } }));
  expect([now().name, mockSent.length]).toEqual([blank.name, 1]);
  await settled(() => mockSent[0]?.give({}));
});
