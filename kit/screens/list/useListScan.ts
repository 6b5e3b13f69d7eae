import { useKit } from '../../base/context';
import { useLookUp, useScans } from '../../scanning/scans';
import type { useWorkingList } from '../../scanning/useWorkingList';
import type { CompiledScreenOf, CompiledTable } from '@/core/compiled';

/** A hand scanner lands on the record of a list, or puts it on the working list, whatever has focus. */
export function useListScan(
  { behaviour }: CompiledScreenOf<'list'>,
  table: CompiledTable,
  working: ReturnType<typeof useWorkingList>,
  recordScreen: string | null,
  search: (code: string) => void,
): void {
  const { navigation, notify } = useKit();
  const lookUp = useLookUp();
  const found = async (code: string) => {
    const { matches, fault } = await lookUp(table.codes, code);
    const [match] = matches;
    const one = matches.length === 1 ? match : undefined;
    if (one && behaviour.tap === 'collect') {
      await working.whenRead();
      const repeats = behaviour.collect?.countIdentifier ? 'count' : 'ignore';
      working.add({ code, tableId: table.id, id: one.id, name: one.name }, repeats);
      return notify({ text: `${one.name} is on the list.`, tone: 'done' });
    }
    if (one && recordScreen) return navigation.go({ screenId: recordScreen, recordId: one.id });
    search(code);
    if (!match)
      notify({ text: fault ?? `No ${table.recordName.toLowerCase()} has the code ${code}.`, tone: 'problem' });
  };
  useScans(table.codes.length === 0 ? null : found);
}
