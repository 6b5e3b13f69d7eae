import isSame from 'fast-deep-equal';
import { byHandFault } from './byHand';
import { type Frozen, plainUpgrade, type Upgrade } from './release';
import { isAsked, isStored } from '@/core/column';
import type { Definition, StoredColumn, Table } from '@/core/model';
import { isPersonal, physicalPlan } from '@/core/plan';
import { chosenFault, isChoice, pourFaults } from '@/core/schema';

/** Something of a plan about which an upgrade can be told more than the two plans say. */
export type Question =
  /** A column that came, or that is no longer what it was (`from`). */
  | { kind: 'column'; table: Table; before: Table; from: StoredColumn | null; column: StoredColumn }
  | { kind: 'gone-column'; table: Table; column: StoredColumn }
  /** A table that went: its records can become those of another. */
  | { kind: 'gone-table'; table: Table; others: Table[] }
  /** A table that came: its records can be made of texts of columns that were there, or of the records of a table. */
  | { kind: 'new-table'; table: Table; texts: { table: Table; column: StoredColumn }[]; others: Table[] };

export const questionId = (question: Question): string =>
  'column' in question ? question.column.id : question.table.id;

/** What can be chosen between a plan and a later one, in the order of the tables. */
export function questionsBetween(before: Definition, after: Definition): Question[] {
  const texts = before.tables.flatMap((table) =>
    after.tables.some(({ id }) => id === table.id)
      ? table.columns.filter(isStored).flatMap((column) => (column.kind === 'text' ? [{ table, column }] : []))
      : [],
  );
  return [
    ...after.tables.flatMap((table): Question[] => {
      const was = before.tables.find(({ id }) => id === table.id);
      // A record that is made of a text is named by it.
      const named = table.naming.kind === 'column' ? texts : [];
      if (!was) return table.linking ? [] : [{ kind: 'new-table', table, texts: named, others: ofRecords(before) }];
      return was === table ? [] : columnQuestions(was, table);
    }),
    ...before.tables
      .filter(({ id }) => !after.tables.some((table) => table.id === id))
      .map((table): Question => ({ kind: 'gone-table', table, others: table.linking ? [] : ofRecords(after) })),
  ];
}

/** Tables whose rows are records by themselves. */
const ofRecords = ({ tables }: Definition): Table[] => tables.filter(({ linking }) => !linking);

function columnQuestions(before: Table, table: Table): Question[] {
  const [old, now] = [before.columns.filter(isStored), table.columns.filter(isStored)];
  return [
    ...now.flatMap((column): Question[] => {
      const from = old.find(({ id }) => id === column.id) ?? null;
      const isOtherwise = !from || !isSame(plain(from), plain(column));
      // What is each person's own stands elsewhere, and what the database fills in is not to be said.
      return isOtherwise && isAsked(column) && !isPersonal(column)
        ? [{ kind: 'column', table, before, from, column }]
        : [];
    }),
    ...old
      .filter(({ id }) => !now.some((column) => column.id === id))
      .map((column): Question => ({ kind: 'gone-column', table: before, column })),
  ];
}

/** A column without what it is called. */
const plain = (column: StoredColumn) => ({ ...column, name: '', identifier: '' });

/** Why what is said of an upgrade cannot be, each with its place in words. */
export function upgradeFaults(
  before: Definition,
  { definition, upgrade = plainUpgrade }: Pick<Frozen, 'definition' | 'upgrade'>,
): { place: string; reason: string }[] {
  const { fills, first, last }: Upgrade = upgrade;
  const plan = physicalPlan(before);
  const chosen = questionsBetween(before, definition).flatMap((question) => {
    const fill = fills[questionId(question)];
    if (isChoice(fill) && 'rowsOf' in fill)
      return pourFaults(plan, physicalPlan(definition), fill.rowsOf, fills).map(({ column, reason }) => ({
        place: [question.table.name, ...(column ? [column.name] : [])].join(' › '),
        reason,
      }));
    if (question.kind !== 'column' || fill === undefined) return [];
    const { table, from, column } = question;
    const reason = chosenFault(plan, question.before, from, column, fill);
    return reason === null ? [] : [{ place: `${table.name} › ${column.name}`, reason }];
  });
  const hands = [
    { place: 'SQL before', reason: byHandFault(first) },
    { place: 'SQL after', reason: byHandFault(last) },
  ].flatMap(({ place, reason }) => (reason === null ? [] : [{ place, reason }]));
  return [...chosen, ...hands];
}
