import { compileSlot, compileTotals, type Plan } from './slot';
import { rowsOfTable } from './tableRows';
import {
  type CompiledPage,
  type CompiledRecord,
  type CompiledRecordPart,
  factPlace,
  pageHead,
  pageLinePlace,
  pageLines,
  recordReads,
  totalsOf,
} from '@/core/compiled';
import type { PageLayout, RecordScreen, Table } from '@/core/model';
import { linkOf, madeRecordParts } from '@/core/plan';

export function compileRecord(plan: Plan, table: Table, screen: Pick<RecordScreen, 'parts' | 'page'>): CompiledRecord {
  const parts = (screen.parts ?? madeRecordParts(plan, table)).flatMap((part, index): CompiledRecordPart[] => {
    switch (part.kind) {
      case 'group': {
        const facts = part.facts.map((slot, at) => compileSlot(plan, table, slot, factPlace(at, index).key));
        return [{ kind: 'group', id: part.id, title: part.title ?? null, facts }];
      }
      case 'button':
      case 'routine':
        return [part];
      case 'linked': {
        const side = linkOf(plan, part.columnId);
        if (!side) return [];
        const totals = compileTotals(plan, side.table, part.totals, '_total');
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
            statement: totalsOf(rowsOfTable(plan, side.table), side.column, totals, 'linked'),
          },
        ];
      }
    }
  });
  return {
    tableId: table.id,
    parts,
    ...recordReads(rowsOfTable(plan, table), parts),
    page: screen.page ? compilePage(plan, table, screen.page) : null,
  };
}

function compilePage(plan: Plan, table: Table, { paper, heading, foot, facts, lines }: PageLayout): CompiledPage {
  const slots = facts.map((slot, index) => compileSlot(plan, table, slot, factPlace(index).key));
  return {
    paper,
    heading,
    ...(foot ? { foot } : {}),
    facts: slots,
    head: pageHead(rowsOfTable(plan, table), slots),
    lines: lines ? compileLines(plan, lines) : null,
  };
}

function compileLines(plan: Plan, lines: NonNullable<PageLayout['lines']>): CompiledPage['lines'] {
  const side = linkOf(plan, lines.columnId);
  if (!side) return null;
  const slots = lines.slots.map((slot, index) => compileSlot(plan, side.table, slot, pageLinePlace(index).key));
  const totals = compileTotals(plan, side.table, lines.totals, '_total');
  return {
    title: side.column.inverse,
    tableId: side.table.id,
    column: side.column,
    slots,
    totals,
    ...pageLines(rowsOfTable(plan, side.table), side.column, { slots, totals }),
  };
}
