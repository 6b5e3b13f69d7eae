import type { ScopeTable } from '@/core/expression';
import type { Definition, RowDesign, Slot, SortBy, Style, Total } from '@/core/model';
import { linkOf } from '../madeScreens';

/** What an expression in a screen has to give. */
export type Expected = 'value' | 'condition' | 'shown' | 'tone' | 'number';

/**
 * An expression in a screen or a query: seen from which table, and the ways to put another in its place or to take what
 * it fills away.
 */
export interface PlacedExpression {
  text: string;
  tableId: string;
  expected: Expected;
  /** What its names stand for, where that is more than those of its table. */
  scope?: ScopeTable;
  /** Of which part of the screen, by its id. */
  partId: string;
  set(text: string): void;
  /** Null where what it belongs to cannot be without it. */
  drop: (() => void) | null;
}

type Plan = Pick<Definition, 'tables' | 'people'>;

export interface At {
  tableId: string;
  partId: string;
}

export const sideOf = (plan: Plan, columnId: string): string => linkOf(plan, columnId)?.table.id ?? '';

export function remove<T>(items: T[], item: T): void {
  const at = items.indexOf(item);
  if (at >= 0) items.splice(at, 1);
}

export function optional<K extends string>(
  owner: { [key in K]?: string },
  key: K,
  expected: Expected,
  at: At,
): PlacedExpression[] {
  const text = owner[key];
  if (text === undefined) return [];
  return [
    {
      ...at,
      text,
      expected,
      set: (next) => void ((owner as Record<string, string>)[key] = next),
      drop: () => void delete owner[key],
    },
  ];
}

export function slot<K extends string>(owner: { [key in K]?: Slot }, key: K, tableId: string): PlacedExpression[] {
  const found: Slot | undefined = owner[key];
  return found ? ofSlot(found, tableId, () => void delete owner[key]) : [];
}

export const slots = (items: Slot[], tableId: string): PlacedExpression[] =>
  items.flatMap((item) => ofSlot(item, tableId, () => remove(items, item)));

export function ofSlot(item: Slot, tableId: string, drop: () => void): PlacedExpression[] {
  const at = { tableId, partId: item.id };
  return [
    { ...at, text: item.text, expected: 'shown', set: (text) => void (item.text = text), drop },
    ...optional(item, 'tone', 'tone', at),
    ...styles(item, at),
  ];
}

export const styles = ({ styles: items = [] }: { styles?: Style[] }, at: At): PlacedExpression[] =>
  items.map((item) => ({
    ...at,
    text: item.when,
    expected: 'condition',
    set: (text) => void (item.when = text),
    drop: () => remove(items, item),
  }));

export const sorts = (items: SortBy[] = [], at: At): PlacedExpression[] =>
  items.map((item) => ({
    ...at,
    text: item.text,
    expected: 'value',
    set: (text) => void (item.text = text),
    drop: () => remove(items, item),
  }));

export const totalsOf = (items: Total[] = [], at: At): PlacedExpression[] =>
  items.flatMap((item) =>
    optional(item, 'text', 'value', at).map((each) => ({ ...each, drop: () => remove(items, item) })),
  );

/** Every expression of a row design. */
export const rowExpressions = (row: RowDesign, at: At): PlacedExpression[] => [
  ...slot(row, 'picture', at.tableId),
  ...slot(row, 'title', at.tableId),
  ...slot(row, 'badge', at.tableId),
  ...slots(row.lines, at.tableId),
  ...slots(row.edge, at.tableId),
  ...styles(row, at),
];
