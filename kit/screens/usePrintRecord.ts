import { useCallback } from 'react';
import { useKit } from '../base/context';
import { slotText } from '../rows/slots';
import { totalText } from '../rows/totals';
import { traitsOf } from '@/core/column';
import { type CompiledPage, type CompiledSlot, type CompiledTable, SHOWN_NAME, type Statement } from '@/core/compiled';
import type { Row } from '@/core/driver';
import { printPage } from '@/core/print';
import { describeProblem, toProblem } from '@/core/problem';

const isFigure = ({ column }: CompiledSlot): boolean => traitsOf(column).isFigure;

/** Lays one record out for paper and hands it to the printer; null where it has no layout. */
export function usePrintRecord(
  page: CompiledPage | null,
  table: CompiledTable,
): ((recordId: number) => Promise<void>) | null {
  const { app, database, settings, print, notify } = useKit();
  const run = useCallback(
    async (recordId: number) => {
      if (!page) return;
      try {
        const params = { id: recordId };
        const all = async (statement: Statement | null | undefined): Promise<Row[]> =>
          statement ? (await database.read({ ...statement, params })).rows : [];
        const [[record], rows, [sums]] = await Promise.all([
          all(page.head),
          all(page.lines?.statement),
          all(page.lines?.sums),
        ]);
        if (!record) return;
        const name = String(record[SHOWN_NAME]);
        const html = printPage({
          paper: page.paper,
          language: settings.locale,
          app: app.name,
          heading: page.heading.replaceAll('{}', name),
          facts: page.facts.map((slot) => ({ label: slot.label, text: slotText(slot, record, settings) })),
          lines: page.lines && {
            title: page.lines.title,
            columns: page.lines.slots.map((slot) => ({ label: slot.label, isFigure: isFigure(slot) })),
            rows: rows.map((row) => page.lines?.slots.map((slot) => slotText(slot, row, settings)) ?? []),
            totals: page.lines.totals.map((total) => ({
              label: total.label,
              text: sums ? totalText(total, sums, settings) : '–',
            })),
          },
          foot: page.foot ?? '',
        });
        print(`${table.recordName} ${name}`, html);
      } catch (error) {
        notify({ text: describeProblem(toProblem(error)).what, tone: 'problem' });
      }
    },
    [page, database, settings, app.name, table.recordName, print, notify],
  );
  return page ? run : null;
}
