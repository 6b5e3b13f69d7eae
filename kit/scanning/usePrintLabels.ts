import { useCallback } from 'react';
import { useKit } from '../base/context';
import { drawCode } from '@/core/barcode';
import { type ListBehaviour, SHOWN_NAME } from '@/core/compiled';
import { printLabels } from '@/core/print';
import { describeProblem, toProblem } from '@/core/problem';

/**
 * Draws the codes of a list's rows as a sheet of labels and hands it to the printer; null where the list has no labels.
 */
export function usePrintLabels(title: string, labels: ListBehaviour['labels']): (() => Promise<void>) | null {
  const { database, settings, print, notify } = useKit();
  const run = useCallback(async () => {
    if (!labels) return;
    try {
      const { rows } = await database.read(labels.statement);
      const coded = rows.filter(({ _code }) => typeof _code === 'string' && _code !== '');
      if (coded.length === 0) return notify({ text: `Nothing in ${title} has a code to print.`, tone: 'problem' });
      const drawn = await Promise.all(
        coded.map(async (row) => ({
          code: String(row._code),
          name: String(row[SHOWN_NAME]),
          svg: await drawCode(labels.symbology, String(row._code)),
        })),
      );
      print(`Labels of ${title}`, printLabels(settings.locale, `Labels of ${title}`, drawn));
    } catch (error) {
      notify({ text: describeProblem(toProblem(error)).what, tone: 'problem' });
    }
  }, [labels, database, settings.locale, title, print, notify]);
  return labels ? run : null;
}
