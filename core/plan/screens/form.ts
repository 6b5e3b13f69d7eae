import { isAsked } from '@/core/column';
import { type Fault, under, unless } from '@/core/fault';
import type { Definition, FormPart, ScreenOf } from '@/core/model';
import { linkOf, screenFor, screensOf } from '../madeScreens';
import { optional, remove, slot } from './placed';
import { noSide, tableOf } from './references';
import { bareScreen, type ScreenTraits } from './traits';
import { way } from './ways';

/** Adds and edits records. */
export const form: ScreenTraits<ScreenOf<'form'>> = {
  ...bareScreen,
  expressions: (_, { tableId, parts = [], checks = [] }) => [
    ...parts.flatMap((part) => {
      const at = { tableId, partId: part.id };
      if (part.kind === 'fact') return slot(part, 'slot', tableId);
      if (part.kind !== 'field') return [];
      return [
        ...optional(part, 'start', 'value', at),
        ...optional(part, 'readOnlyWhen', 'condition', at),
        ...optional(part, 'visibleWhen', 'condition', at),
      ];
    }),
    ...checks.flatMap((check) =>
      optional(check, 'holds', 'condition', { tableId, partId: check.id }).map((each) => ({
        ...each,
        drop: () => remove(checks, check),
      })),
    ),
  ],
  ways: (app, screen) =>
    screen.after === 'record' ? way(screenFor(screensOf(app), 'record', screen.tableId), 'after saving') : [],
  faults: (definition, screen) => {
    const columns = tableOf(definition, screen)?.columns ?? [];
    return (screen.parts ?? []).flatMap((part, at) => {
      if (part.kind === 'field') {
        const isThere = columns.some((column) => column.id === part.columnId && isAsked(column));
        return unless(isThere, 'no-field', {}, ['parts', at]);
      }
      return part.kind === 'lines' ? under(['parts', at], linesFaults(definition, screen.tableId, part)) : [];
    });
  },
  without: (screen, going) => {
    for (const part of screen.parts ?? [])
      if (part.kind === 'lines') part.fields = part.fields.filter((id) => !going.column(id));
    for (const check of screen.checks ?? []) if (going.column(check.columnId)) delete check.columnId;
    if (screen.parts)
      screen.parts = screen.parts.filter((part) => {
        if (part.kind === 'field') return !going.column(part.columnId);
        return part.kind !== 'lines' || (!going.column(part.columnId) && part.fields.length > 0);
      });
    return true;
  },
};

function linesFaults(
  definition: Definition,
  tableId: string,
  { columnId, fields }: Extract<FormPart, { kind: 'lines' }>,
): Fault[] {
  const asked = linkOf(definition, columnId)?.table.columns.filter((column) => isAsked(column) && !column.perPerson);
  return [
    ...noSide(definition, columnId, tableId),
    ...unless(
      fields.every((id) => asked?.some((column) => column.id === id)),
      'no-line-field',
      {},
      ['fields'],
    ),
  ];
}
