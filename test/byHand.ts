import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** What a person changes in the theatre's files, by what they say. */
const changes: readonly (readonly [path: string, before: string, after: string])[] = [
  // Another column in the rows, before the others, and a part of one's own.
  ['screens/garments.ts', 'lines: [field(', 'lines: [field(schema.garments.acquired), field('],
  [
    'screens/garments.ts',
    'field(schema.garments.condition, {',
    'field(schema.garments.condition, { component: Condition,',
  ],
  ['screens/garments.ts', 'import * as schema', "import { Condition } from '@/parts/Condition';\nimport * as schema"],
  // Facts in another order, and a part by hand among the others.
  ['screens/loan.ts', 'facts: [', 'facts: [field(schema.loans.overdue),'],
  ['screens/loan.ts', 'parts: [', 'parts: [part.own(Noted),'],
  ['screens/loan.ts', 'import * as schema', "import { Noted } from '@/parts/Noted';\nimport * as schema"],
  // Another entry before those that bear figures.
  ['screens/start.ts', 'entries: [', "entries: [entry.screen({ screenId: 'whoPlays' }), entry.own(Open),"],
  ['screens/start.ts', 'import { entry', "import { Open } from '@/parts/Open';\nimport { entry"],
  // A field by hand, before one that is evaluated.
  ['screens/repairForm.ts', 'parts: [', 'parts: [input(schema.repairs.hours, { component: Hours }),'],
  ['screens/repairForm.ts', 'import * as schema', "import { Hours } from '@/parts/Hours';\nimport * as schema"],
  // A column of one's own, in all that knows the table.
  ['database/schema.ts', "returned: yesNo('Returned'),", "returned: yesNo('Returned'), seal: text('Seal'),"],
  ['database/loans.ts', '"deposit", "returned")', '"deposit", "returned", "seal")'],
  ['database/loans.ts', ':returned)', ':returned, :seal)'],
  ['database/loans.ts', '"returned" = :returned', '"returned" = :returned, "seal" = :seal'],
  ['database/loans.ts', "'deposit', 'returned']", "'deposit', 'returned', 'seal']"],
  ['database/loans.ts', "'deposit', 'returned', 'id']", "'deposit', 'returned', 'seal', 'id']"],
  [
    'database/migrations.ts',
    'version3]',
    'version3, { version: 4, sql: \'ALTER TABLE "loans" ADD COLUMN "seal" TEXT\' }]',
  ],
  ['database/schema.sql', '"noted"))\n) STRICT', '"noted")),\n  "seal" TEXT\n) STRICT'],
  ['screens/loanForm.ts', 'parts: [', 'parts: [input(schema.loans.seal),'],
];

const parts: Readonly<Record<string, string>> = {
  Noted: `
    import { Text } from 'react-native';
    import { loans } from '@/database/loans';
    import { type RecordProps, useRecord } from '@/kit/words';

    export function Noted({ id }: RecordProps) {
      const { data: loan } = useRecord(loans, id);
      return <Text>{\`Lent to \${loan?.borrower ?? ''}\`}</Text>;
    }`,
  Open: `
    import { Text } from 'react-native';

    export function Open() {
      return <Text>Open today</Text>;
    }`,
  Hours: `
    import { TextInput } from 'react-native';
    import type { InputProps } from '@/kit/words';

    export function Hours({ value, onChange }: InputProps) {
      return <TextInput aria-label="Hours by hand" value={value} onChangeText={onChange} />;
    }`,
};

/** What must then be seen. */
const held = `
import { screen as drawn } from '@testing-library/react-native';
import { loans } from '@/database/loans';
import { recordsOf } from '@/kit/words';
import { app } from '@/main';
import { draw } from './bench';
import { firstStart } from './phone';

jest.mock('@react-native-async-storage/async-storage', () => ({
  createAsyncStorage: () => ({ getItem: async () => null, setItem: async () => {}, removeItem: async () => {} }),
}));

async function open(name: string) {
  const screen = app.screens.find((each) => each.name === name);
  if (!screen) throw new Error('no screen ' + name);
  const phone = await firstStart();
  await draw(phone, screen);
  return phone;
}

test('another column stands in the rows, and a sign for the condition', async () => {
  const phone = await open('Garments');
  expect((await drawn.findAllByText(/[▲●] (As new|Worn|Good|Poor)/)).length).toBeGreaterThan(0);
  const [first] = phone.driver.query('SELECT acquired FROM garments WHERE acquired IS NOT NULL ORDER BY name LIMIT 1').rows;
  const year = new RegExp('\\\\b' + String(first?.acquired).slice(0, 4) + '\\\\b');
  expect(drawn.getAllByText(year).length).toBeGreaterThan(0);
  phone.close();
});

test('a part by hand stands on the record, and the other facts are as before', async () => {
  const phone = await open('Loan');
  const [loan] = phone.driver.query('SELECT borrower FROM loans ORDER BY id LIMIT 1').rows;
  expect(await drawn.findByText('Lent to ' + String(loan?.borrower))).toBeTruthy();
  expect(drawn.getByText('Due back')).toBeTruthy();
  phone.close();
});

test('each entry of the menu bears its own figure', async () => {
  const phone = await open('Start');
  const [counted] = phone.driver.query('SELECT count(*) AS n FROM garments').rows;
  expect(await drawn.findByText('Open today')).toBeTruthy();
  expect(drawn.getByLabelText('Garments, ' + String(counted?.n) + ' records')).toBeTruthy();
  phone.close();
});

test('a column by hand is kept', async () => {
  const phone = await firstStart();
  const records = recordsOf(loans, phone.database);
  const [loan] = await records.list({ limit: 1 });
  await records.update(loan?.id ?? 0, { seal: 'Lion' });
  expect(await records.one(loan?.id ?? 0)).toMatchObject({ borrower: loan?.borrower, seal: 'Lion' });
  phone.close();
});

test('a form has an input by hand', async () => {
  const phone = await open('Repair form');
  expect(await drawn.findByLabelText('Hours by hand')).toBeTruthy();
  phone.close();
});
`;

/** A slip that must not compile. */
const slip = `
import * as schema from '@/database/schema';
import { field } from '@/kit/words';

// @ts-expect-error no such column
export const slip = field(schema.garments.nmae);
`;

/** The ways to go on by hand, as the kit's README tells them, taken in a project of the theatre. Gives the files, to be formatted. */
export function changeByHand(folder: string): string[] {
  const written = new Set<string>();
  const write = (path: string, text: string) => {
    written.add(path);
    writeFileSync(join(folder, path), text);
  };
  for (const [path, before, after] of changes) {
    const text = readFileSync(join(folder, path), 'utf8');
    if (!text.includes(before)) throw new Error(`${path} has no ${before}`);
    write(path, text.replace(before, after));
  }
  const [condition, screen] = readFileSync(join(folder, 'kit/README.md'), 'utf8').matchAll(/```tsx\n([\s\S]*?)```/g);
  write('app/(tabs)/by-hand.tsx', screen?.[1] ?? 'no example');
  mkdirSync(join(folder, 'parts'));
  for (const [name, text] of Object.entries({ Condition: condition?.[1] ?? 'no example', ...parts }))
    write(`parts/${name}.tsx`, text);
  write('tests/byHand.test.tsx', held);
  write('screens/slip.ts', slip);
  return [...written].filter((path) => /\.tsx?$/.test(path));
}
