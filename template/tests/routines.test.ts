import { describeProblem, toProblem } from '@/kit/core/problem';
import { Runtime } from '@/kit/core/runtime';
import { app } from '@/main';
import { firstRow, firstStart, type Phone, somebody } from './phone';

const tablesOf = `SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'`;

/** Each record as text: Jest compares the bytes of a picture one by one, which takes seconds. */
const contents = ({ driver }: Phone) =>
  driver
    .query(tablesOf)
    .rows.flatMap(({ name }) => driver.query(`SELECT * FROM "${String(name)}" ORDER BY id`).rows)
    .map((row) => JSON.stringify(row));

/** How a routine ends that is tried on the first record of its table, or why it is not for that one. */
function ending(phone: Phone, { id, tableId }: (typeof app.routines)[number]): string {
  const table = app.tables.find((each) => each.id === tableId);
  const first = table ? firstRow(phone, table.identifier) : null;
  if (table && !first) return 'no record';
  const recordIds = first ? [first.id] : [];
  const person = first ? first.owner : somebody(phone);
  try {
    const request = { routineId: id, recordIds, answers: {}, person };
    const { outcome, pending } = new Runtime(app, phone.driver).runRoutine(request);
    pending?.rollback();
    return outcome.kind;
  } catch (error) {
    return describeProblem(toProblem(error)).what;
  }
}

test('each routine is tried, comes to an end, and nothing of it is kept', async () => {
  const phone = await firstStart();
  const before = contents(phone);
  for (const routine of app.routines) {
    expect([routine.name, ending(phone, routine)]).toEqual([routine.name, expect.stringMatching(/\w/)]);
    expect(contents(phone)).toEqual(before);
  }
  phone.close();
});
