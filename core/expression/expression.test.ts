import fc from 'fast-check';
import { ProblemError } from '@/core/problem';
import { sqlite } from '@/test/sqlite';
import { columnsUsed, compileExpression, quoteName, quoteText, renameColumnIn } from './compile';
import { nearest, parseExpression } from './parse';

const scope = { name: '"name"', size: '"size"' };
const problemOf = (text: string) => {
  try {
    compileExpression(text, scope);
    return null;
  } catch (error) {
    return (error as ProblemError).problem;
  }
};

const aText = fc.string().map(quoteText);
const anExpression: fc.Arbitrary<string> = fc.letrec<{ node: string }>((tie) => ({
  node: fc.oneof(
    { maxDepth: 4 },
    aText,
    fc.constantFrom('name', 'size', 'NULL'),
    fc.nat(1000).map(String),
    fc.tuple(tie('node'), tie('node')).map(([left, right]) => `${left} || ${right}`),
    fc.tuple(tie('node'), tie('node')).map(([left, right]) => `coalesce(${left}, ${right})`),
    fc.tuple(tie('node')).map(([inner]) => `upper( (${inner}) )`),
  ),
})).node;

describe('expressions', () => {
  it('mean in SQLite what they were written as', async () => {
    const sqlite3 = await sqlite();
    const db = new sqlite3.oo1.DB(':memory:');
    db.exec("CREATE TABLE t (name TEXT, size TEXT); INSERT INTO t VALUES ('Cloak', NULL), (NULL, 'M'), ('It''s', '')");
    fc.assert(
      fc.property(anExpression, (text) => {
        fc.pre(!text.includes('\0'));
        const values = (sql: string) => db.selectValues(`SELECT ${sql} FROM t`);
        expect(values(compileExpression(text, scope))).toEqual(values(text));
      }),
      { numRuns: 200 },
    );
    db.close();
  });

  it.each([
    ["name || ' (' || sise || ')'", 16, 'there is no column “sise”', 'size'],
    ['uper(name)', 0, 'there is no function “uper”', 'upper'],
    ["'open", 0, 'this text has no closing quote', null],
    ['coalesce(name)', 0, 'coalesce takes 2 to 20 values, not 1', null],
    ['name ||', 7, 'the expression stops too early', null],
    ['name name', 5, '“name” was not expected here', null],
    ['name; DROP TABLE t', 4, '“;” is not understood here', null],
  ])('say where %s is wrong', (text, position, reason, suggestion) => {
    expect(problemOf(text)).toMatchObject({ code: 'expression', position, reason, suggestion });
  });

  it('never throw anything but a problem', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        try {
          parseExpression(text);
        } catch (error) {
          expect(error).toBeInstanceOf(ProblemError);
        }
      }),
    );
    expect(problemOf('('.repeat(5000))).toMatchObject({ code: 'expression' });
  });

  it('follow a column that is renamed, and leave all else as typed', () => {
    expect(renameColumnIn("upper( name )||' name '|| size", 'name', 'title')).toBe("upper( title )||' name '|| size");
    expect(columnsUsed("coalesce(size, name) || 'other'")).toEqual(['size', 'name']);
  });

  it('quote names and texts', () => {
    expect([quoteName('a"b'), quoteText("it's"), nearest('colur', ['size', 'colour'])]).toEqual(['"a""b"', "'it''s'", 'colour']);
  });
});
