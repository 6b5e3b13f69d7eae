import type { ColumnOf, Definition, PageLayout, RecordScreen, Table } from '@/core/model';
import { linkOf, madeRecordParts, shownNameSql } from '@/core/plan';
import { as, type Fragment, name, param, quoteName, rowsOf, sql } from '@/core/expression';
import { ID, SHOWN_NAME } from './columns';
import { ownerStatement } from './owner';
import {
  type CompiledSlot,
  compileSlot,
  type CompiledTotal,
  compileTotals,
  ofRecord,
  type Plan,
  select,
  type Selected,
} from './slot';
import type { Statement } from './statement';

export type CompiledRecordPart =
  | { kind: 'group'; id: string; title: string | null; facts: CompiledSlot[] }
  | ({ kind: 'linked' } & LinkedPart)
  | { kind: 'button'; id: string; label: string; screenId: string }
  | { kind: 'routine'; id: string; label: string; routineId: string };

/** Records that belong to the one on screen. */
export interface LinkedPart {
  id: string;
  title: string;
  tableId: string;
  column: ColumnOf<'link'>;
  listScreenId: string | null;
  rows: number;
  totals: CompiledTotal[];
  /** Their totals; parameter `linked`. */
  statement: Statement | null;
}

/** A record laid out for paper. */
export interface CompiledPage extends Pick<PageLayout, 'paper' | 'heading' | 'foot'> {
  facts: CompiledSlot[];
  /** The head's facts; parameter `id`. */
  head: Statement;
  lines: {
    title: string;
    slots: CompiledSlot[];
    totals: CompiledTotal[];
    statement: Statement;
    sums: Statement | null;
  } | null;
}

export interface CompiledRecord {
  tableId: string;
  parts: CompiledRecordPart[];
  /** Everything that its facts show; parameter `id`. */
  statement: Statement;
  /** Whether it reads no other record of its table, so that of those it changes with this one alone. */
  isOfRow: boolean;
  page: CompiledPage | null;
}

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
