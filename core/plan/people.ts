import { isDraft } from 'immer';
import { memo } from '@/core/memo';
import { analyseExpression } from '@/core/expression';
import { personalIdentifier } from './identifier';
import { planScope } from './scope';
import { isAsked, isStored } from '@/core/column';
import type { Column, ColumnOf, Definition, Table } from '@/core/model';
type Plan = Pick<Definition, 'tables' | 'people'>;

/** Names of the columns that Fern Shelf adds; no identifier of a plan's column begins with an underscore. */
export const OWNER = '_owner';
export const PIN = '_pin';
export const RECORD = '_record';
export const PERSON = '_person';

/** A table as the database holds it, with what has to be different in every row beside its unique columns. */
export interface PhysicalTable extends Table {
  together?: readonly string[];
}

/** Columns that hold one value for each person. */
export const isPersonal = (column: Column): boolean => isAsked(column) && column.perPerson === true;
export const personalColumns = (table: Table): Column[] => table.columns.filter(isPersonal);

/**
 * The plan as the database holds it, an ordinary plan without people: who owns a row is a link, personal values
 * stand in a table of their own, a PIN is a text. Everything about schema, upgrades and whole rows works on this.
 */
export function physicalPlan<P extends Plan>(plan: P): P & { tables: PhysicalTable[] } {
  const { people } = plan;
  if (!people) return plan;
  return { ...plan, people: undefined, tables: tablesWithPeople(plan.tables, people.tableId) };
}

const tablesWithPeople = memo(
  (tables: Table[], peopleId: string): PhysicalTable[] =>
    tables.flatMap((table) => physicalTables({ tables }, table, peopleId)),
  { unless: isDraft },
);

function physicalTables(plan: Pick<Plan, 'tables'>, table: Table, peopleId: string): PhysicalTable[] {
  const mine = personalColumns(table);
  const keepsPins = table.id === peopleId;
  if (mine.length === 0 && !table.owned && !keepsPins) return [table];
  const shared: Column[] = table.columns.filter((column) => !isPersonal(column) && !readsPersonal(plan, table, column));
  if (table.owned)
    shared.push(
      linkTo(ownerId(table), 'Owner', OWNER, peopleId, `Own ${table.name}`, `_own_${table.identifier}`, false),
    );
  if (keepsPins)
    shared.push({
      id: `pin-${table.id}`,
      name: 'PIN',
      identifier: PIN,
      kind: 'text',
      required: false,
      unique: false,
      default: { kind: 'none' },
    });
  const main: PhysicalTable = { ...table, columns: shared };
  if (mine.length === 0) return [main];
  const links = personalLinkIds(table);
  const values = mine
    .filter(isStored)
    .map((column): Column => ({ ...column, id: personalId(column), perPerson: undefined }));
  const apart: PhysicalTable = {
    id: personalTableId(table),
    name: `${table.name} by person`,
    recordName: `${table.recordName} by person`,
    identifier: personalIdentifier(plan.tables, table.identifier),
    columns: [
      linkTo(links.record, table.recordName, RECORD, table.id, `By person`, `_by_person`, true),
      linkTo(
        links.person,
        'Person',
        PERSON,
        peopleId,
        `${table.name} by person`,
        `_by_person_${table.identifier}`,
        true,
      ),
      ...values,
    ],
    naming: { kind: 'column', columnId: links.record },
    together: [RECORD, PERSON],
  };
  return [main, apart];
}

/** The id of the link that tells who owns a row, by which an edit's fills know it. */
export const ownerId = ({ id }: Pick<Table, 'id'>): string => `owner-${id}`;

/** The ids of the table of personal values, and of its links to the record and the person. */
export const personalTableId = ({ id }: Pick<Table, 'id'>): string => `mine-${id}`;
export const personalLinkIds = ({ id }: Pick<Table, 'id'>) => ({
  record: `mine-record-${id}`,
  person: `mine-person-${id}`,
});

/** The id that a personal column goes by in the database. */
export const personalId = ({ id }: Pick<Column, 'id'>): string => `mine-${id}`;

/** A computed column that reads personal values is no column of the row that everybody shares. */
function readsPersonal(plan: Pick<Plan, 'tables'>, table: Table, column: Column): boolean {
  return column.kind === 'expression' && analyseExpression(column.text, planScope(plan)(table.id)).isPersonal;
}

function linkTo(
  id: string,
  name: string,
  identifier: string,
  tableId: string,
  inverse: string,
  inverseIdentifier: string,
  required: boolean,
): ColumnOf<'link'> {
  return {
    id,
    name,
    identifier,
    kind: 'link',
    tableId,
    inverse,
    inverseIdentifier,
    onDelete: 'cascade',
    required,
    unique: false,
    default: { kind: 'none' },
  };
}

/** Why people, owners and personal columns do not go together, in words, or null. */
export function peopleFault(plan: Plan, root: string): { place: string; reason: string } | null {
  const { people, tables } = plan;
  if (people) {
    const at = tables.findIndex(({ id }) => id === people.tableId);
    if (at < 0) return { place: `${root}.people.tableId`, reason: 'there is no table with this id' };
    if (tables[at]?.owned)
      return { place: `${root}.tables[${at}]`, reason: 'the people themselves are there for everyone' };
    if (tables[at]?.linking)
      return { place: `${root}.tables[${at}]`, reason: 'a table that holds a link cannot hold people' };
  }
  for (const [index, table] of tables.entries()) {
    const place = `${root}.tables[${index}]`;
    if (table.owned && !people) return { place, reason: 'rows can belong to a person only where the app has people' };
    for (const [columnIndex, column] of table.columns.entries()) {
      if (!('perPerson' in column) || !column.perPerson) continue;
      const at = `${place}.columns[${columnIndex}]`;
      if (!people) return { place: at, reason: 'a value for each person needs people in the app' };
      if (!isAsked(column) || column.kind === 'link')
        return { place: at, reason: 'only a value that people fill in can be one for each person' };
      if (column.required || column.unique)
        return { place: at, reason: 'a value for each person can be neither required nor unique' };
      if (column.default.kind !== 'none') return { place: at, reason: 'a value for each person begins blank' };
    }
  }
  return null;
}
