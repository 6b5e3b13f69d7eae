import { describeProblem, toProblem } from '@/kit/core/problem';
import { removeRequest, setAllRequest } from '@/kit/data/writeRequests';
import { app } from '@/main';
import { firstRow, firstStart, type Phone } from './phone';

const rowOf = ({ driver }: Phone, table: string, id: number) =>
  driver.query(`SELECT * FROM "${table}" WHERE id = :id`, { id }).rows;

/** A row as it is but for when it was last changed. */
const timeless = (rows: ReturnType<typeof rowOf>, times: readonly string[]) =>
  rows.map((row) => Object.fromEntries(Object.entries(row).filter(([name]) => !times.includes(name))));

const problemOf = async (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: unknown) => toProblem(error),
  );

describe.each(app.tables.map((table) => [table.name, table] as const))('%s', (_name, table) => {
  const { identifier, statements, columns, filled } = table;

  test('a record is deleted and comes back, or is kept with a word why', async () => {
    const phone = await firstStart();
    const first = firstRow(phone, identifier);
    if (first) {
      const before = rowOf(phone, identifier, first.id);
      const request = { ...removeRequest(table, first.id), person: first.owner };
      const problem = await problemOf(phone.database.write(request));
      if (problem) expect(describeProblem(problem).what).toMatch(/\w/);
      expect(rowOf(phone, identifier, first.id)).toHaveLength(problem ? 1 : 0);
      if (!problem) await phone.database.undoEntry(1);
      expect(rowOf(phone, identifier, first.id)).toEqual(before);
    }
    phone.close();
  });

  test('what must be given is not taken away', async () => {
    const phone = await firstStart();
    const first = firstRow(phone, identifier);
    const required = columns.filter((column) => column.required && statements.setMany[column.identifier]);
    for (const column of first ? required : []) {
      const before = rowOf(phone, identifier, first?.id ?? 0);
      const request = { ...setAllRequest(table, [first?.id ?? 0], column, null), person: first?.owner };
      expect([column.name, await problemOf(phone.database.write(request))]).toEqual([
        column.name,
        expect.objectContaining({ code: 'constraint' }),
      ]);
      expect(rowOf(phone, identifier, first?.id ?? 0)).toEqual(before);
    }
    phone.close();
  });

  test('what is given again stays as it is', async () => {
    const phone = await firstStart();
    const first = firstRow(phone, identifier);
    const before = first ? timeless(rowOf(phone, identifier, first.id), filled) : [];
    for (const column of first ? columns : []) {
      const value = before[0]?.[column.identifier];
      if (!statements.setMany[column.identifier] || value instanceof Uint8Array || value === undefined) continue;
      const request = setAllRequest(table, [first?.id ?? 0], column, value as string | number | null);
      await phone.database.write({ ...request, person: first?.owner });
    }
    if (first) expect(timeless(rowOf(phone, identifier, first.id), filled)).toEqual(before);
    phone.close();
  });
});
