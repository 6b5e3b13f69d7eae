import { isDraft } from 'immer';
import { personalIdentifier } from './identifier';
import { planScope } from './scope';
import { isAsked, isStored } from '@/core/column';
import { analyseExpression } from '@/core/expression';
import { fault, type Fault, under, unless } from '@/core/fault';
import { memo } from '@/core/memo';
import type { Column, ColumnOf, Definition, Table } from '@/core/model';
import { OWNER } from '@/core/sql';

type Plan = Pick<Definition, 'tables' | 'people'>;

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

/** Why people, owners and personal columns do not go together. */
export function peopleFaults({ people, tables }: Plan): Fault[] {
  return [
    ...(people ? tableOfPeopleFaults(tables, people.tableId) : []),
    ...tables.flatMap((table, index) =>
      under(
        ['tables', index],
        [
          ...unless(!table.owned || people !== undefined, 'owned-without-people', {}),
          ...table.columns.flatMap((column, at) =>
            isPersonalSaid(column) ? under(['columns', at], personalFaults(column, people !== undefined)) : [],
          ),
        ],
      ),
    ),
  ];
}

function tableOfPeopleFaults(tables: readonly Table[], peopleId: string): Fault[] {
  const at = tables.findIndex(({ id }) => id === peopleId);
  if (at < 0) return [fault('no-such', { what: 'table' }, ['people', 'tableId'])];
  return [
    ...unless(!tables[at]?.owned, 'people-owned', {}, ['tables', at]),
    ...unless(!tables[at]?.linking, 'people-link', {}, ['tables', at]),
  ];
}

const isPersonalSaid = (column: Column): boolean => 'perPerson' in column && column.perPerson === true;

function personalFaults(column: Column, hasPeople: boolean): Fault[] {
  if (!hasPeople) return [fault('personal-without-people', {})];
  if (!isAsked(column) || column.kind === 'link') return [fault('personal-filled', {})];
  return [
    ...unless(!column.required && !column.unique, 'personal-required', {}),
    ...unless(column.default.kind === 'none', 'personal-default', {}),
  ];
}
