import { openDemo } from '@/test/demoHost';
import { isAsked } from '@/core/column';
import { shownColumns } from '@/core/plan';
import { parseAppFile, printAppFile } from '@/core/transfer';
import { apiary } from './apiary';
import { demos } from '.';
import { theatre } from './theatre';

describe('the demos', () => {
  it.each(Object.entries(demos))('%s is an app file like any other, and the same each time', (_name, make) => {
    const file = make();
    expect(parseAppFile(printAppFile(file))).toEqual(file);
    expect(make()).toEqual(file);
  });

  it('is a costume store of the size that was asked for', () => {
    const { starting, definition } = theatre();
    const rows = Object.fromEntries(definition.tables.map(({ id, name }) => [name, starting?.rows[id]?.rows.length]));
    expect(rows).toMatchObject({
      Productions: 14,
      Performers: 64,
      Garments: 400,
      Fittings: 120,
      Loans: 48,
      Repairs: 920,
      Castings: 150,
    });
    expect(new Set(starting?.rows.t3?.rows.map((row) => row[2])).size).toBe(400);
  });

  it('computes what the theatre wants to know, each as the kind that it gives', () => {
    const { definition } = theatre(40);
    const kinds = definition.tables.flatMap((table) =>
      shownColumns(definition, table)
        .filter(({ id }) => !table.columns.filter(isAsked).some((column) => column.id === id))
        .map((column) => [`${table.name} › ${column.name}`, column.kind]),
    );
    expect(Object.fromEntries(kinds)).toEqual({
      'Garments › Times mended': 'wholeNumber',
      'Productions › Repair costs': 'money',
      'Productions › Not yet charged': 'money',
      'Productions › Budget left': 'money',
      'Performers › Roles': 'text',
      'Loans › Noted': 'created',
      'Loans › Overdue': 'yesNo',
      'Loans › Days late': 'wholeNumber',
      'Repairs › Cost': 'money',
      'Cost sheets › Total': 'money',
      'Sheet lines › Amount': 'money',
      'Stock counts › Noted': 'created',
    });
    expect(apiary().definition.tables.length).toBeGreaterThan(1);
  });

  it('computes from its rows what they say: costs, days late, roles, and what has no rows to be computed from', async () => {
    const { rows } = await openDemo(40);
    const repairs = await rows('SELECT production, hours, hourly_rate, charged FROM repairs');
    const costOf = (id: unknown, all: boolean) =>
      repairs
        .filter((each) => each.production === id && (all || each.charged === 0))
        .map(({ hours, hourly_rate }) => Math.round(Number(hours) * Number(hourly_rate)))
        .reduce<number | null>((sum, cost) => (sum ?? 0) + cost, null);
    const productions = await rows('SELECT * FROM productions_computed ORDER BY id');
    expect(productions.length).toBe(14);
    for (const each of productions)
      expect([each.repair_costs, each.not_yet_charged, each.budget_left]).toEqual([
        costOf(each.id, true),
        costOf(each.id, false),
        each.costume_budget === null ? null : Number(each.costume_budget) - (costOf(each.id, true) ?? 0),
      ]);
    const late = await rows(
      `SELECT due_back, returned, overdue, days_late, date('now', 'localtime') AS today FROM loans_computed`,
    );
    const days = (from: unknown, to: unknown) => (Date.parse(String(to)) - Date.parse(String(from))) / 86_400_000;
    expect(late.filter(({ overdue }) => overdue === 1).length).toBeGreaterThan(0);
    for (const { due_back, overdue, days_late, today } of late)
      expect(days_late).toBe(overdue === 1 ? days(due_back, today) : null);
  });
});
