import { useCallback, useState } from 'react';
import { useKit } from '../../base/context';
import type { ListRows } from '../../data/useRows';
import { SHOWN_NAME } from '@/core/compiled';
import { describeProblem, toProblem } from '@/core/problem';

/** At most so many records are chosen at once. */
const MOST_CHOSEN = 5000;

/** The records of a list that are chosen, by id with their names; null while nothing is to be chosen. */
export function useChosen(rows: ListRows) {
  const { database, notify, settings } = useKit();
  const [chosen, setChosen] = useState<ReadonlyMap<number, string> | null>(null);
  const begin = () => setChosen(new Map());
  const end = () => setChosen(null);
  const toggle = useCallback(
    (id: number, name: string) =>
      setChosen((now) => {
        const next = new Map(now);
        if (!next.delete(id) && next.size < MOST_CHOSEN) next.set(id, name);
        return next;
      }),
    [],
  );
  const all = async () => {
    try {
      const found = (await database.read(rows.all(MOST_CHOSEN))).rows;
      setChosen(new Map(found.map((row) => [Number(row.id), String(row[SHOWN_NAME])])));
      if (found.length < MOST_CHOSEN || !(rows.atLeast || (rows.count ?? 0) > MOST_CHOSEN)) return;
      const many = new Intl.NumberFormat(settings.locale).format(MOST_CHOSEN);
      notify({ text: `The first ${many} are chosen: as many as can be at once.`, tone: 'done' });
    } catch (problem) {
      notify({ text: describeProblem(toProblem(problem)).what, tone: 'problem' });
    }
  };
  return { chosen, begin, end, toggle, all };
}
