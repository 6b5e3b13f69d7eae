import ListChecks from 'lucide-react-native/icons/list-checks';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import { Text } from '../base/Text';
import { tableOf, useKit } from '../base/context';
import { ActionButton } from '../base/parts';
import { countedRecords } from '../data/writeRequests';
import type { WorkingList } from './useWorkingList';
import { initialValue, isLink, paramOf } from '@/core/column';
import type { CompiledCollect } from '@/core/compiled';
import { describeProblem, toProblem } from '@/core/problem';

/**
 * Saves a working list as records, once: in one transaction, and then it is done. There is nothing to press while there
 * is nothing to save. `parentId`: the record that the list was opened from.
 */
export function SaveList({
  collect,
  list,
  parentId,
  onShow,
}: {
  collect: CompiledCollect;
  list: WorkingList;
  parentId: number | null;
  onShow?: () => void;
}) {
  const { app, database, notify, settings } = useKit();
  const table = tableOf(app, collect.tableId);
  const busy = useRef(false);
  const [saving, setSaving] = useState(false);
  const { items, saved } = list;
  if (!table || items.length === 0) return null;
  const there = items.filter(({ gone }) => !gone);
  const parent = table.columns.filter(isLink).find(({ identifier }) => identifier === collect.parent?.identifier);
  const orphaned = parent?.required === true && parentId === null;
  const counted = countedRecords(table, there.length);
  const save = async () => {
    if (busy.current || saved) return;
    busy.current = true;
    setSaving(true);
    try {
      const blank = Object.fromEntries(
        table.columns.map((column) => [column.identifier, paramOf(column, initialValue(column, settings.today))]),
      );
      const { linkIdentifier, countIdentifier } = collect;
      // Saved in the order in which they came onto the list.
      const statements = [...there].reverse().map(({ id, count }) => ({
        ...table.statements.insert,
        params: {
          ...blank,
          [linkIdentifier]: id,
          ...(countIdentifier === null ? {} : { [countIdentifier]: count }),
          ...(parent && parentId !== null ? { [parent.identifier]: parentId } : {}),
        },
        table: table.identifier,
        mustChange: table.statements.same === null,
      }));
      const ripple = await database.write({ verb: `Saved ${counted}`, statements });
      // Its records have ids that follow one another, unless one may have been kept or changed instead.
      const { lastId } = ripple;
      list.setSaved(
        true,
        lastId === null || table.statements.same
          ? null
          : { tableId: table.id, ids: there.map((_, index) => lastId - index) },
      );
      notify({ text: [ripple.label, ...(ripple.news?.messages ?? [])].join('. '), tone: 'done', undoSeq: ripple.seq });
    } catch (error) {
      const { what, todo } = describeProblem(toProblem(error));
      notify({ text: `${what} Nothing was saved; the list is still here. ${todo}`, tone: 'problem' });
    } finally {
      busy.current = false;
      setSaving(false);
    }
  };
  return (
    <View className="gap-2 border-t border-app-line bg-app-card p-3">
      {/* Above, so that the button stays where it is: the second tap of two goes nowhere else. */}
      {saved ? (
        <View className="flex-row flex-wrap gap-2">
          <ActionButton kind="plain" label="New list" onPress={list.clear} />
          <ActionButton kind="plain" label="Change and save again" onPress={() => list.setSaved(false)} />
        </View>
      ) : null}
      {orphaned ? (
        <Text className="font-sans text-[15px] leading-5 text-app-soft">
          {[
            `It is saved for a ${tableOf(app, parent.tableId)?.recordName.toLowerCase() ?? 'record'}:`,
            'open it from one.',
          ].join(' ')}
        </Text>
      ) : null}
      <View className="flex-row gap-2">
        {onShow ? <ActionButton kind="plain" icon={ListChecks} label="The list" onPress={onShow} /> : null}
        <View className="flex-1">
          <ActionButton
            label={saved ? `Saved ${counted}` : saving ? 'Saving…' : `Save ${counted}`}
            disabled={saved || saving || orphaned || there.length === 0}
            onPress={() => void save()}
          />
        </View>
      </View>
    </View>
  );
}
