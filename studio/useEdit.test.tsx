import { QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook } from '@testing-library/react-native';
import type { PropsWithChildren } from 'react';
import { compileApp } from '@/core/compile';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition, Fills } from '@/core/model';
import { quietState } from '@/test/quietState';
import { hatPlan, plainColumn } from '@/test/hats';
import { blank } from '@/test/host';
import type { OpenState } from '@/worker';
import { isAhead } from './ahead';
import { queryClient } from './queries';
import { CurrentAppContext, definitionNow } from './useApp';
import { impactsOf, useEdit } from './useEdit';

type Sent = { edit: Edit; give: (state: unknown) => void; refuse: (error: unknown) => void };
const mockSent: Sent[] = [];
const mockSaid: unknown[] = [];
const mockPreviewed: Edit[] = [];
/** How many edits were sent when sending was held. */
const mockHeldAt: number[] = [];
jest.mock('./client', () => ({
  worker: () => ({
    hold: () => mockHeldAt.push(mockSent.length),
    api: {
      edit: (_appId: string, edit: Edit) =>
        new Promise((give, refuse) => {
          mockSent.push({ edit, give, refuse });
        }),
      previewEdit: (_appId: string, edit: Edit) => {
        mockPreviewed.push(edit);
        return Promise.resolve([]);
      },
    },
  }),
}));
jest.mock('./afterPaint', () => ({ drawn: () => Promise.resolve(), drawnOrHidden: () => Promise.resolve() }));
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

const MADE = { ...plainColumn('made', 'Made'), required: true, kind: 'date' } as const;

function editing() {
  queryClient.setQueryData<OpenState>(['app', 'a'], { kind: 'open', state } as unknown as OpenState);
  for (const all of [mockSent, mockSaid, mockPreviewed, mockHeldAt]) all.length = 0;
  const wrapper = ({ children }: PropsWithChildren) => (
    <QueryClientProvider client={queryClient}>
      <CurrentAppContext.Provider value={{ appId: 'a', state, compiled: compileApp(definition) }}>
        {children}
      </CurrentAppContext.Provider>
    </QueryClientProvider>
  );
  return renderHook(() => useEdit(), { wrapper });
}
afterEach(() => queryClient.clear());

test('an edit that no row can stand in the way of shows at once, before it is kept; the next one builds on it', async () => {
  const { result: edit } = editing();
  await settled(() => edit.current.mutate({ edit: look('wine') }));
  expect([now().theme.accent, isAhead('a'), mockSent.length]).toEqual(['wine', true, 1]);
  await settled(() =>
    edit.current.mutate({ edit: { kind: 'renameTable', tableId: 'h', name: 'Caps', recordName: 'Cap' } }),
  );
  expect([now().theme.accent, now().tables[1]?.name, mockSent.length]).toEqual(['wine', 'Caps', 2]);
  // Each is sent when it is drawn.
  expect(mockHeldAt).toEqual([0, 1]);
  await settled(() => mockSent.forEach(({ give }) => give({ ...state, seq: 1, undo: null, redo: null })));
  expect(isAhead('a')).toBe(false);
});

test('one that is refused where it is kept is said, and what was shown is fetched anew', async () => {
  const { result: edit } = editing();
  const fetched = jest.spyOn(queryClient, 'invalidateQueries');
  await settled(() => edit.current.mutate({ edit: look('wine') }));
  await settled(() => mockSent[0]?.refuse(new Error('full')));
  expect(mockSaid).toHaveLength(1);
  expect(fetched).toHaveBeenCalledWith({ queryKey: ['app', 'a'] });
  expect(isAhead('a')).toBe(false);
});

test('one that cannot stand is refused here, and nothing is sent', async () => {
  const { result: edit } = editing();
  await settled(() => edit.current.mutate({ edit: { kind: 'removeScreen', screenId: 'gone' } as unknown as Edit }));
  expect([mockSaid.length, mockSent.length, isAhead('a')]).toEqual([1, 0, false]);
  expect(now()).toEqual(definition);
});

test.each<[string, { edit: Edit; fills?: Fills }]>([
  ['takes values away', { edit: { kind: 'removeColumn', tableId: 'h', columnId: 'h2' } }],
  ['fills rows', { edit: { kind: 'addColumn', tableId: 'h', column: MADE }, fills: { made: '2026-01-01' } }],
  ['cannot be while rows have nothing there', { edit: { kind: 'addColumn', tableId: 'h', column: MADE } }],
])('one that %s shows when it is kept', async (_, asked) => {
  const { result: edit } = editing();
  await settled(() => edit.current.mutate(asked));
  expect([now(), mockSent.length, mockHeldAt.length, isAhead('a')]).toEqual([definition, 1, 0, false]);
  await settled(() => mockSent[0]?.give({ ...state, seq: 1, undo: null, redo: null }));
});

test('the rows are asked what an edit would do to them only where it can do anything', async () => {
  editing();
  const rename: Edit = { kind: 'renameTable', tableId: 'h', name: 'Caps', recordName: 'Cap' };
  expect(await impactsOf('a', rename)).toEqual([]);
  expect(mockPreviewed).toEqual([]);
  const remove: Edit = { kind: 'removeColumn', tableId: 'h', columnId: 'h2' };
  await impactsOf('a', remove);
  expect(mockPreviewed).toEqual([remove]);
  await expect(impactsOf('a', { ...rename, name: 'Plays' })).rejects.toThrow();
});

test('what is to follow an edit does, also where what it was made in has closed', async () => {
  const { result: edit, unmount } = editing();
  const kept: string[] = [];
  const make = (accent: Definition['theme']['accent']) =>
    settled(() => edit.current.mutate({ edit: look(accent), onKept: () => kept.push(accent) }));
  await make('wine');
  await make('moss');
  await unmount();
  await settled(() => mockSent[0]?.give({ ...state, seq: 1, undo: null, redo: null }));
  await settled(() => mockSent[1]?.refuse(new Error('full')));
  expect([kept, mockSaid.length]).toEqual([['wine'], 1]);
});
