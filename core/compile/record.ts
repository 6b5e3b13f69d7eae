import { ownerStatement } from './owner';
import { compileSlot, compileTotals, ofRecord, type Plan, select, type Selected } from './slot';
import {
  type CompiledPage,
  type CompiledRecord,
  type CompiledRecordPart,
  ID,
  SHOWN_NAME,
  type Statement,
} from '@/core/compiled';
import type { Definition, PageLayout, RecordScreen, Table } from '@/core/model';
import { linkOf, madeRecordParts, shownNameSql } from '@/core/plan';
import { as, type Fragment, name, param, quoteName, rowsOf, sql } from '@/core/sql';

export function compileRecord(
  plan: Plan & Pick<Definition, 'people'>,
  table: Table,
  screen: Pick<RecordScreen, 'parts' | 'page'>,
): CompiledRecord {
  const selected: Selected[] = [];
  const parts = (screen.parts ?? madeRecordParts(plan, table)).flatMap((part, index): CompiledRecordPart[] => {
    switch (part.kind) {
      case 'group': {
        const facts = part.facts.map((slot, at) => {
          const compiled = compileSlot(plan, table, slot, `_fact${index}_${at}`);
          selected.push(...compiled.selected);
          return compiled.slot;
        });
        return [{ kind: 'group', id: part.id, title: part.title ?? null, facts }];
      }
      case 'button':
      case 'routine':
        return [part];
      case 'linked': {
        const side = linkOf(plan, part.columnId);
        if (!side) return [];
        const { totals, selected: sums } = compileTotals(plan, side.table, part.totals, '_total');
        const statement =
          totals.length === 0 ? null : ownerStatement(plan, sql`SELECT ${select(sums)} ${belonging(side, 'linked')}`);
        return [
          {
            kind: 'linked',
            id: part.id,
            title: part.title ?? side.column.inverse,
            tableId: side.table.id,
            column: side.column,
            listScreenId: part.listScreenId ?? null,
            rows: part.rows,
            totals,
            statement,
          },
        ];
      }
    }
  });
  return {
    tableId: table.id,
    parts,
    statement: oneRecord(plan, table, selected),
    isOfRow: ![nameOf(plan, table), ...select(selected)].some(({ reads }) => reads.includes(table.identifier)),
    page: screen.page ? compilePage(plan, table, screen.page) : null,
  };
}

const nameOf = (plan: Plan, table: Table): Fragment =>
  as(shownNameSql(plan, table, `${quoteName(table.identifier)}.`), SHOWN_NAME);

const oneRecord = (plan: Plan, table: Table, selected: readonly Selected[]): Statement =>
  ofRecord(plan, table, [sql`${name(table.identifier)}.${name(ID)}`, nameOf(plan, table), ...select(selected)]);

/** The records whose link leads to one; `parameter` gives its id. */
function belonging({ table, column }: NonNullable<ReturnType<typeof linkOf>>, parameter: string): Fragment {
  const link = sql`${name(table.identifier)}.${name(column.identifier)}`;
  return sql`FROM ${rowsOf(table.identifier)} WHERE ${link} = ${param(parameter)}`;
}

function compilePage(plan: Plan, table: Table, { paper, heading, foot, facts, lines }: PageLayout): CompiledPage {
  const compiled = facts.map((slot, index) => compileSlot(plan, table, slot, `_fact${index}`));
  return {
    paper,
    heading,
    ...(foot ? { foot } : {}),
    facts: compiled.map(({ slot }) => slot),
    head: oneRecord(
      plan,
      table,
      compiled.flatMap(({ selected }) => selected),
    ),
    lines: lines ? compileLines(plan, lines) : null,
  };
}

function compileLines(
  plan: Plan,
  { columnId, slots, totals }: NonNullable<PageLayout['lines']>,
): CompiledPage['lines'] {
  const side = linkOf(plan, columnId);
  if (!side) return null;
  const id = sql`${name(side.table.identifier)}."id"`;
  const made = slots.map((slot, index) => compileSlot(plan, side.table, slot, `_line${index}`));
  const sums = compileTotals(plan, side.table, totals, '_total');
  const belongs = belonging(side, 'id');
  return {
    title: side.column.inverse,
    slots: made.map(({ slot }) => slot),
    totals: sums.totals,
    statement: ownerStatement(
      plan,
      sql`SELECT ${[id, ...select(made.flatMap(({ selected }) => selected))]} ${belongs} ORDER BY ${id}`,
    ),
    sums: sums.totals.length === 0 ? null : ownerStatement(plan, sql`SELECT ${select(sums.selected)} ${belongs}`),
  };
}
