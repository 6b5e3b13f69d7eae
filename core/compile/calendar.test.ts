import { compiledScreen } from './screens';
import { addDays, daysBetween, daysFrom } from '@/core/calendar';
import { definitionFaults } from '@/core/check';
import { DAY, UNTIL } from '@/core/compiled';
import { applyEdit, type Edit } from '@/core/edit';
import { firstReason } from '@/core/fault';
import type { Definition, ScreenOf } from '@/core/model';
import { memoryStore } from '@/core/store';
import { seeded } from '@/demo/random';
import { plainColumn } from '@/test/hats';
import { blank, hostEnvironment } from '@/test/host';
import { AppHost } from '@/worker/appHost';

const day = (id: string, name: string) => ({ ...plainColumn(id, name), kind: 'date' as const });

const screen: ScreenOf<'calendar'> = { kind: 'calendar', id: 'cal', name: 'Stay days', tableId: 's', dayId: 'from' };

const plan: Definition = (
  [
    { kind: 'addTable', tableId: 's', columnId: 's0', name: 'Stays' },
    { kind: 'addColumn', tableId: 's', column: day('from', 'Comes') },
    { kind: 'addColumn', tableId: 's', column: day('to', 'Goes') },
    { kind: 'addColumn', tableId: 's', column: { ...plainColumn('big', 'Big'), kind: 'yesNo' } },
    { kind: 'setQuery', query: { id: 'q', name: 'Big ones', tableId: 's', condition: 'big' } },
    { kind: 'addScreen', screen },
  ] as Edit[]
).reduce((definition, edit) => applyEdit(definition, edit).definition, blank);

const calendarOf = (more: Partial<ScreenOf<'calendar'>>) => {
  const compiled = compiledScreen({ ...screen, ...more }, plan);
  if (compiled.kind !== 'calendar') throw new Error(compiled.kind);
  return compiled.calendar;
};

async function stays() {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: plan });
  const host = await AppHost.open(await hostEnvironment(kv));
  const random = seeded(7);
  const rows = Array.from({ length: 200 }, (_, at) => {
    const from = random.chance(8) ? null : addDays('2026-11-01', random.whole(-20, 50));
    const to = from === null || random.chance(40) ? null : addDays(from, random.whole(-3, 12));
    return { id: at + 1, name: `Stay ${at}`, from, to, big: random.chance(50) ? 1 : 0 };
  });
  const quoted = (text: string | null) => (text === null ? 'NULL' : `'${text}'`);
  const values = rows.map(
    ({ id, name, from, to, big }) => `(${id}, '${name}', ${quoted(from)}, ${quoted(to)}, ${big})`,
  );
  await host.write({
    verb: 'Laid',
    statements: [
      { sql: `INSERT INTO stays (id, name, comes, goes, big) VALUES ${values.join(', ')}`, params: {}, table: 'stays' },
    ],
  });
  return { host, rows };
}

test('counts and rows are those that stand on each day, by a date and by a span, and of a query', async () => {
  const { host, rows } = await stays();
  const [from, to] = ['2026-11-01', '2026-11-30'];
  for (const [more, isSpan, isBig] of [
    [{}, false, false],
    [{ untilId: 'to' }, true, false],
    [{ untilId: 'to', queryId: 'q' }, true, true],
  ] as const) {
    const { counts, rows: statement } = calendarOf(more);
    const wanted = rows.filter(({ from: first, big }) => first !== null && (!isBig || big === 1));
    const last = (row: { from: string | null; to: string | null }) =>
      isSpan && row.to !== null && row.to > (row.from ?? '') ? row.to : (row.from ?? '');
    const on = (each: string) => wanted.filter((row) => (row.from ?? '') <= each && last(row) >= each);
    const counted = (await host.read({ ...counts, params: { from, to } })).rows;
    expect(Object.fromEntries(counted.map((row) => [row.day, row.count]))).toEqual(
      Object.fromEntries(
        daysFrom(from, daysBetween(from, to) + 1).flatMap((each) =>
          on(each).length > 0 ? [[each, on(each).length]] : [],
        ),
      ),
    );
    const within = wanted.filter((row) => (row.from ?? '') <= to && last(row) >= from);
    const read = (await host.read({ ...statement, params: { from, to, limit: 500 } })).rows;
    expect(read.map(({ id }) => id).sort()).toEqual(within.map(({ id }) => id).sort());
    expect(read.map((row) => row[DAY])).toEqual(within.map((row) => row.from).sort());
    if (!isSpan) expect(read.every((row) => row[UNTIL] === null)).toBe(true);
  }
});

test('a date that goes takes the calendar with it, one that it reaches to only the span', () => {
  const spans = applyEdit(plan, { kind: 'setScreen', screen: { ...screen, untilId: 'to' } }).definition;
  const without = applyEdit(spans, { kind: 'removeColumn', tableId: 's', columnId: 'to' }).definition;
  expect(without.screens?.list.find(({ id }) => id === 'cal')).toEqual(screen);
  const gone = applyEdit(spans, { kind: 'removeColumn', tableId: 's', columnId: 'from' }).definition;
  expect(gone.screens?.list.some(({ id }) => id === 'cal')).toBe(false);
});

test('what cannot be a day is told', () => {
  const faultOf = (more: Partial<ScreenOf<'calendar'>>) =>
    firstReason(
      definitionFaults({
        ...plan,
        screens: {
          startId: 'start',
          list: (plan.screens?.list ?? []).map((each) => (each.id === 'cal' ? { ...screen, ...more } : each)),
        },
      }),
    );
  expect(faultOf({})).toBeNull();
  expect(faultOf({ dayId: 'big' })).toBe('its rows stand at a date that is not there');
  expect(faultOf({ untilId: 'from' })).toBe('its rows reach to a date that is not there');
  expect(faultOf({ queryId: 'none' })).toBe('its query is not there');
  expect(faultOf({ formScreenId: 'none' })).toBe('it leads to a screen that is not there');
});
