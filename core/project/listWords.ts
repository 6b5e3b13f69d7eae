import isSame from 'fast-deep-equal';
import { type CompiledList, sectionPlace, type UsualList } from '@/core/compiled';
import { fieldWords, rowWords, totalWords } from './fieldWords';
import { leaveOut } from './leaveOut';

/** A list without what follows from its table. `row`: as for its table, where that is told. */
export function listWords(list: CompiledList, usual: Omit<UsualList, 'row'> & Partial<Pick<UsualList, 'row'>>): object {
  const { row, searches, sorts, filters, section, totals, fragments } = list;
  const { rows, section: order, ...made } = fragments;
  const shown = rowWords(row, rows);
  const search = leaveOut(made.search, usual.search);
  const some = leaveOut({ ...made, search }, { conditions: [], order: null, group: null, search: {} });
  return {
    ...(usual.row && isSame(shown, rowWords(usual.row, rows)) ? {} : { row: shown }),
    ...leaveOut({ searches, sorts, filters }, usual),
    ...(section
      ? {
          section: {
            by: fieldWords(section.slot, sectionPlace, rows),
            ...(isSame(order, section.slot.value) ? {} : { order }),
            ...(section.totals.length > 0 ? { totals: section.totals.map(totalWords) } : {}),
          },
        }
      : {}),
    ...(totals.length > 0 ? { totals: totals.map(totalWords) } : {}),
    ...(Object.keys(some).length > 0 ? { fragments: some } : {}),
  };
}
