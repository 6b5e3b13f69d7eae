import { namingText, planScope } from './scope';
import { traitsOf } from '@/core/column';
import { analyseExpression, compileExpression, shownName, textOf } from '@/core/expression';
import type { Column, Definition, Naming, Table } from '@/core/model';
import type { Fragment } from '@/core/sql';

type Plan = Pick<Definition, 'tables'>;

/** The SQL that orders records by name. `prefix` is a table alias with its dot, or ''. */
export function namingSql(plan: Plan, table: Table, prefix = ''): Fragment {
  return textOf(compileExpression(planScope(plan)(table.id).naming, planScope(plan)(table.id), prefix));
}

/** The SQL of a record's name as shown: never blank, a record without one is "Garment 12". */
export function shownNameSql(plan: Plan, table: Table, prefix = ''): Fragment {
  return shownName(planScope(plan)(table.id), prefix);
}

/** Whether records are named by their own columns alone, so that their order can be indexed. */
export function isNamedByItself(plan: Plan, table: Table): boolean {
  return analyseExpression(planScope(plan)(table.id).naming, planScope(plan)(table.id)).isOfRow;
}

/** Whether a record's name takes nothing but rows: no day, no person, no setting. */
export function isNameFixed(plan: Plan, table: Table): boolean {
  return analyseExpression(planScope(plan)(table.id).naming, planScope(plan)(table.id)).isFixed;
}

/** Whether the naming of its own table needs the column: it cannot be removed without another naming. */
export function namingUses(plan: Plan, table: Table, column: Column): boolean {
  return analyseExpression(namingText(table), planScope(plan)(table.id)).references.some(({ id }) => id === column.id);
}

/** Whether a column can name records: as a text, and the same for everyone. */
export const canName = (column: Column): boolean => !traitsOf(column).isAttachment && !column.perPerson;

/**
 * The column that names a record best: the text that is called name or title, the first that must be filled in, else
 * the first text, else the first; without any, records go by their number.
 */
export function bestNaming(columns: readonly Column[]): Naming {
  const able = columns.filter(canName);
  const texts = able.filter(({ kind }) => kind === 'text');
  const chosen =
    texts.find(({ name }) => /^(full )?(name|title)$/i.test(name)) ??
    texts.find(({ required }) => required) ??
    texts[0] ??
    able.find(({ kind }) => kind === 'barcode' || kind === 'choice') ??
    able[0];
  return chosen ? { kind: 'column', columnId: chosen.id } : { kind: 'expression', text: "''" };
}
