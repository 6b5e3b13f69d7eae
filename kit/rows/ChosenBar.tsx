import CheckCheck from 'lucide-react-native/icons/check-check';
import ListPlus from 'lucide-react-native/icons/list-plus';
import PencilLine from 'lucide-react-native/icons/pencil-line';
import Trash2 from 'lucide-react-native/icons/trash';
import X from 'lucide-react-native/icons/x';
import Zap from 'lucide-react-native/icons/zap';
import { useState } from 'react';
import { View } from 'react-native';
import { Text } from '../base/Text';
import { useKit } from '../base/context';
import { IconButton } from '../base/parts';
import { useWrites } from '../data/useWrites';
import { countedRecords } from '../data/writeRequests';
import { useRoutine } from '../routines/useRoutine';
import { ActionSheet, type SheetAction } from './ActionSheet';
import type { CompiledTable, ListBehaviour } from '@/core/compiled';

interface ChosenBarProps {
  table: CompiledTable;
  /** The names of the records by their ids. */
  chosen: ReadonlyMap<number, string>;
  routines: ListBehaviour['routines'];
  /** Chooses all that the list has, where there are more. */
  onAll: (() => void) | null;
  /** Puts them on the working list, where there is one. */
  onCollect: (() => void) | null;
  onDone: () => void;
}

/**
 * The head of a list while several records are being chosen: how many, and what can be done with all of them at once.
 */
export function ChosenBar({ table, chosen, routines, onAll, onCollect, onDone }: ChosenBarProps) {
  const { settings } = useKit();
  const { removeAll, setAll } = useWrites(table);
  const run = useRoutine();
  const [sheet, setSheet] = useState<'values' | 'routines' | null>(null);
  const ids = [...chosen.keys()];
  const many = countedRecords(table, ids.length);
  const done = async (act: Promise<boolean>) => {
    if (await act) onDone();
  };
  // What has few values can be set for all: switches and choices that everybody shares.
  const values = table.columns.flatMap((column): SheetAction[] => {
    if (column.perPerson) return [];
    if (column.kind === 'yesNo')
      return [1, 0].map((value) => ({
        label: `${column.name}: ${value === 1 ? 'Yes' : 'No'}`,
        onPress: () => void done(setAll(ids, column, value)),
      }));
    if (column.kind === 'choice')
      return column.choices.map((value) => ({
        label: `${column.name}: ${value}`,
        onPress: () => void done(setAll(ids, column, value)),
      }));
    return [];
  });
  return (
    <>
      <View className="min-h-[60px] flex-row items-center gap-1 border-b border-app-line bg-app-tint px-2">
        <IconButton icon={X} label="Stop choosing" onPress={onDone} />
        <Text
          role="status"
          className="flex-1 font-bold text-[17px] text-app-ink"
        >{`${new Intl.NumberFormat(settings.locale).format(chosen.size)} chosen`}</Text>
        {onAll ? (
          <IconButton icon={CheckCheck} label={`Choose all ${table.name.toLowerCase()} listed`} onPress={onAll} />
        ) : null}
        {chosen.size > 0 && onCollect ? (
          <IconButton icon={ListPlus} label={`Put ${many} on the list`} onPress={onCollect} />
        ) : null}
        {chosen.size > 0 && routines.length > 0 ? (
          <IconButton icon={Zap} label={`Run a routine on ${many}`} onPress={() => setSheet('routines')} />
        ) : null}
        {chosen.size > 0 && values.length > 0 ? (
          <IconButton icon={PencilLine} label={`Set a value of ${many}`} onPress={() => setSheet('values')} />
        ) : null}
        {chosen.size > 0 ? (
          <IconButton icon={Trash2} label={`Delete ${many}`} tone="danger" onPress={() => void done(removeAll(ids))} />
        ) : null}
      </View>
      {sheet === 'values' ? (
        <ActionSheet title={`Set for ${many}`} actions={values} onClose={() => setSheet(null)} />
      ) : null}
      {sheet === 'routines' ? (
        <ActionSheet
          title={`Run on ${many}`}
          actions={routines.map(({ id, name }) => ({ label: name, onPress: () => void done(run(id, ids)) }))}
          onClose={() => setSheet(null)}
        />
      ) : null}
    </>
  );
}
