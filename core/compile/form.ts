import { ownerStatement } from './owner';
import { compileSlot, type Plan, select, type Selected, valueAt } from './slot';
import { isAsked, isLink } from '@/core/column';
import { type CompiledForm, type CompiledFormPart, ID, type Statement } from '@/core/compiled';
import type { ColumnOf, FormScreen, Table } from '@/core/model';
import { linkOf, madeFormParts } from '@/core/plan';
import { as, name, param, raw, rowsOf, sql } from '@/core/sql';

export function compileForm(
  plan: Plan,
  table: Table,
  screen: Pick<FormScreen, 'parts' | 'checks' | 'after'>,
): CompiledForm {
  const live: Selected[] = [];
  const start: Selected[] = [];
  const evaluated = (into: Selected[], key: string, text: string | undefined): string | null => {
    if (text === undefined) return null;
    into.push({ key, value: valueAt(plan, table, text) });
    return key;
  };
  const parts = (screen.parts ?? madeFormParts(table)).flatMap((part, index): CompiledFormPart[] => {
    switch (part.kind) {
      case 'heading':
        return [part];
      case 'fact': {
        const { slot, selected } = compileSlot(plan, table, part.slot, `_fact${index}`);
        live.push(...selected);
        return [{ kind: 'fact', id: part.id, slot }];
      }
      case 'field': {
        const column = table.columns.filter(isAsked).find(({ id }) => id === part.columnId);
        if (!column) return [];
        const { id, help, placeholder, input } = part;
        return [
          {
            kind: 'field',
            id,
            column,
            ...(help ? { help } : {}),
            ...(placeholder ? { placeholder } : {}),
            ...(input ? { input } : {}),
            startKey: evaluated(start, `_start${index}`, part.start),
            readOnlyKey: evaluated(live, `_fixed${index}`, part.readOnlyWhen),
            visibleKey: evaluated(live, `_seen${index}`, part.visibleWhen),
          },
        ];
      }
      case 'lines': {
        const side = linkOf(plan, part.columnId);
        if (!side) return [];
        const fields = side.table.columns.filter(isAsked).filter(({ id }) => part.fields.includes(id));
        return [
          {
            kind: 'lines',
            id: part.id,
            title: part.title ?? side.column.inverse,
            tableId: side.table.id,
            column: side.column,
            fields,
            statement: linesStatement(plan, side.table, side.column),
          },
        ];
      }
    }
  });
  const checks = (screen.checks ?? []).map(({ holds, ...check }, index) => ({
    ...check,
    key: evaluated(live, `_check${index}`, holds) ?? '',
  }));
  return {
    tableId: table.id,
    parts,
    checks,
    after: screen.after ?? 'back',
    live: typedRow(plan, table, live),
    start: typedRow(plan, table, start),
  };
}

/** Evaluates over a record as it is typed: a row of parameters that stands where the table would. */
function typedRow(plan: Plan, table: Table, selected: readonly Selected[]): Statement | null {
  if (selected.length === 0) return null;
  const columns = [ID, ...table.columns.filter(isAsked).map(({ identifier }) => identifier)].map((each) =>
    as(param(each), each),
  );
  const filled = table.columns
    .filter(({ kind }) => kind === 'created' || kind === 'changed')
    .map(({ identifier }) => as(raw('NULL'), identifier));
  return ownerStatement(
    plan,
    sql`SELECT ${select(selected)} FROM (SELECT ${[...columns, ...filled]}) AS ${name(table.identifier)}`,
  );
}

/** The records that a form edits with their own; parameter `id`. */
function linesStatement(plan: Plan, table: Table, link: ColumnOf<'link'>): Statement {
  const row = name(table.identifier);
  const columns = table.columns.filter(isAsked).filter((column) => !column.perPerson || isLink(column));
  const read = columns.map(({ identifier }) => sql`${row}.${name(identifier)}`);
  return ownerStatement(
    plan,
    sql`
      SELECT ${[sql`${row}."id"`, ...read]}
      FROM ${rowsOf(table.identifier)}
      WHERE ${row}.${name(link.identifier)} = ${param('id')}
      ORDER BY ${row}."id"`,
  );
}
