import PencilLine from 'lucide-react-native/icons/pencil-line';
import Trash2 from 'lucide-react-native/icons/trash';
import X from 'lucide-react-native/icons/x';
import { useState } from 'react';
import { View } from 'react-native';
import type { CompiledTable } from '@/core/compile';
import { ActionSheet, type SheetAction } from './ActionSheet';
import { useKit } from './context';
import { IconButton } from './parts';
import { Text } from './Text';
import { countedRecords, useWrites } from './useWrites';

/** The head of a list while several records are being chosen: how many, and what can be done with all of them at once. */
export function ChosenBar({ table, chosen, onDone }: { table: CompiledTable; chosen: ReadonlySet<number>; onDone: () => void }) {
  const { settings } = useKit();
  const { removeAll, setAll } = useWrites(table);
  const [setting, setSetting] = useState(false);
  const ids = [...chosen];
  const many = countedRecords(table, ids.length);
  const done = async (act: Promise<boolean>) => {
    if (await act) onDone();
  };
  // What has few values can be set for all: switches and choices that everybody shares.
  const actions = table.columns.flatMap((column): SheetAction[] => {
    if (column.perPerson) return [];
    if (column.kind === 'yesNo') return [1, 0].map((value) => ({ label: `${column.name}: ${value === 1 ? 'Yes' : 'No'}`, onPress: () => void done(setAll(ids, column, value)) }));
    if (column.kind === 'choice') return column.choices.map((value) => ({ label: `${column.name}: ${value}`, onPress: () => void done(setAll(ids, column, value)) }));
    return [];
  });
  return (
    <>
      <View className="min-h-[60px] flex-row items-center gap-1 border-b border-app-line bg-app-tint px-2">
        <IconButton icon={X} label="Stop choosing" onPress={onDone} />
        <Text role="status" className="flex-1 font-bold text-[17px] text-app-ink">{`${new Intl.NumberFormat(settings.locale).format(chosen.size)} chosen`}</Text>
        {chosen.size > 0 && actions.length > 0 ? <IconButton icon={PencilLine} label={`Set a value of ${many}`} onPress={() => setSetting(true)} /> : null}
        {chosen.size > 0 ? <IconButton icon={Trash2} label={`Delete ${many}`} tone="danger" onPress={() => void done(removeAll(ids))} /> : null}
      </View>
      {setting ? <ActionSheet title={`Set for ${many}`} actions={actions} onClose={() => setSetting(false)} /> : null}
    </>
  );
}
