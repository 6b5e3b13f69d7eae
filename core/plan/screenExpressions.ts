import { linkOf } from './madeScreens';
import { queryScope } from './parameter';
import type { Definition, Query, Screen, Slot, SortBy, Style, Total } from '@/core/model';
import type { ScopeTable } from '@/core/expression';
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

/** Every expression of a screen. */
export function expressionsOfScreen(plan: Plan, screen: Screen): PlacedExpression[] {
  switch (screen.kind) {
    case 'list': {
      const at = { tableId: screen.tableId, partId: screen.id };
      const { row, section, totals } = screen;
      return [
        ...(row
          ? [
              ...slot(row, 'picture', at.tableId),
              ...slot(row, 'title', at.tableId),
              ...slot(row, 'badge', at.tableId),
              ...slots(row.lines, at.tableId),
              ...slots(row.edge, at.tableId),
              ...styles(row, at),
            ]
          : []),
        ...sorts(screen.sort, at),
        ...(section
          ? [
              {
                ...at,
                text: section.text,
                expected: 'value' as const,
                set: (text: string) => void (section.text = text),
                drop: () => void delete screen.section,
              },
              ...totalsOf(section.totals, at),
            ]
          : []),
        ...totalsOf(totals, at),
      ];
    }
    case 'record': {
      const { page, tableId } = screen;
      const parts = (screen.parts ?? []).flatMap((part) =>
        part.kind === 'group'
          ? slots(part.facts, tableId)
          : part.kind === 'linked'
            ? totalsOf(part.totals, { tableId: sideOf(plan, part.columnId), partId: part.id })
            : [],
      );
      const lines = page?.lines;
      const many = lines ? sideOf(plan, lines.columnId) : '';
      return [
        ...parts,
        ...(page ? slots(page.facts, tableId) : []),
        ...(lines
          ? [...slots(lines.slots, many), ...totalsOf(lines.totals, { tableId: many, partId: screen.id })]
          : []),
      ];
    }
    case 'form': {
      const { tableId } = screen;
      const fields = (screen.parts ?? []).flatMap((part) => {
        const at = { tableId, partId: part.id };
        if (part.kind === 'fact') return slot(part, 'slot', tableId);
        if (part.kind !== 'field') return [];
        return [
          ...optional(part, 'start', 'value', at),
          ...optional(part, 'readOnlyWhen', 'condition', at),
          ...optional(part, 'visibleWhen', 'condition', at),
        ];
      });
      const { checks = [] } = screen;
      return [
        ...fields,
        ...checks.map((check): PlacedExpression => ({
          tableId,
          partId: check.id,
          text: check.holds,
          expected: 'condition',
          set: (text) => void (check.holds = text),
          drop: () => remove(checks, check),
        })),
      ];
    }
    case 'menu':
      return screen.entries.flatMap((entry) =>
        entry.kind !== 'heading' && entry.when
          ? optional(entry.when, 'person', 'condition', { tableId: plan.people?.tableId ?? '', partId: entry.id })
          : [],
      );
    case 'report': {
      const at = { tableId: screen.tableId, partId: screen.id };
      return [
        { ...at, text: screen.group, expected: 'value', set: (text) => void (screen.group = text), drop: null },
        ...optional(screen.value, 'text', 'number', at).map((each) => ({ ...each, drop: null })),
      ];
    }
    case 'scan':
    case 'settings':
      return [];
  }
}

/** Every expression of a query; a query cannot be without any of them. */
export function expressionsOfQuery(plan: Plan, query: Query): PlacedExpression[] {
  const at = { tableId: query.tableId, partId: query.id };
  const people = plan.people?.tableId;
  const ofPerson = (query.parameters ?? [])
    .filter(({ kind }) => kind === 'person' && people !== undefined)
    .map((parameter): PlacedExpression => ({
      tableId: people ?? '',
      partId: query.id,
      text: parameter.value,
      expected: 'value',
      set: (text) => void (parameter.value = text),
      drop: null,
    }));
  const conditions = optional(query, 'condition', 'condition', at).map((each) =>
    query.parameters ? { ...each, scope: queryScope(plan, query) } : each,
  );
  return [...ofPerson, ...[...conditions, ...sorts(query.order, at)].map((each) => ({ ...each, drop: null }))];
}

interface At {
  tableId: string;
  partId: string;
}

const sideOf = (plan: Plan, columnId: string): string => linkOf(plan, columnId)?.table.id ?? '';

function remove<T>(items: T[], item: T): void {
  const at = items.indexOf(item);
  if (at >= 0) items.splice(at, 1);
}

function optional<K extends string>(
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

function slot<K extends string>(owner: { [key in K]?: Slot }, key: K, tableId: string): PlacedExpression[] {
  const found: Slot | undefined = owner[key];
  return found ? ofSlot(found, tableId, () => void delete owner[key]) : [];
}

const slots = (items: Slot[], tableId: string): PlacedExpression[] =>
  items.flatMap((item) => ofSlot(item, tableId, () => remove(items, item)));

function ofSlot(item: Slot, tableId: string, drop: () => void): PlacedExpression[] {
  const at = { tableId, partId: item.id };
  return [
    { ...at, text: item.text, expected: 'shown', set: (text) => void (item.text = text), drop },
    ...optional(item, 'tone', 'tone', at),
    ...styles(item, at),
  ];
}

const styles = ({ styles: items = [] }: { styles?: Style[] }, at: At): PlacedExpression[] =>
  items.map((item) => ({
    ...at,
    text: item.when,
    expected: 'condition',
    set: (text) => void (item.when = text),
    drop: () => remove(items, item),
  }));

const sorts = (items: SortBy[] = [], at: At): PlacedExpression[] =>
  items.map((item) => ({
    ...at,
    text: item.text,
    expected: 'value',
    set: (text) => void (item.text = text),
    drop: () => remove(items, item),
  }));

const totalsOf = (items: Total[] = [], at: At): PlacedExpression[] =>
  items.flatMap((item) =>
    optional(item, 'text', 'value', at).map((each) => ({ ...each, drop: () => remove(items, item) })),
  );
