import Pencil from 'lucide-react-native/icons/pencil';
import Trash2 from 'lucide-react-native/icons/trash';
import { Pressable, ScrollView, Text, View } from 'react-native';
import type { CompiledTable } from '@/core/compile';
import { type Column, type ColumnOf, isLink } from '@/core/definition';
import { describeProblem, toProblem } from '@/core/problem';
import { useKit } from './context';
import { Blank, IconButton, TopBar } from './parts';
import { LinkedSection } from './LinkedSection';
import { shownText } from './shownText';
import { FileFact, PictureFact } from './AttachmentFact';
import { toneColors } from './theme';
import { useRecord } from './useRows';
import { SHOWN_NAME, useWrites } from './useWrites';

/** Everything that one record holds, formatted. */
export function RecordScreen({ table, recordId }: { table: CompiledTable; recordId: number }) {
  const { navigation, settings } = useKit();
  const { record, gone, error } = useRecord(table, recordId);
  const { remove } = useWrites(table);
  if (gone || error) {
    const text = error ? describeProblem(toProblem(error)).what : `This ${table.recordName.toLowerCase()} is no longer there.`;
    return (
      <View className="flex-1 bg-app-ground">
        <TopBar title={table.recordName} />
        <Blank text={text} action={{ label: 'Back', onPress: navigation.back }} />
      </View>
    );
  }
  const removeAndLeave = async () => {
    if (await remove(recordId)) navigation.leaveRecord(table.id, recordId);
  };
  return (
    <View className="flex-1 bg-app-ground">
      <TopBar title={String(record?.[SHOWN_NAME] ?? '')} detail={table.recordName}>
        <IconButton icon={Trash2} label={`Delete ${table.recordName}`} tone="danger" onPress={() => void removeAndLeave()} />
        <IconButton icon={Pencil} label={`Edit ${table.recordName}`} tone="accent" onPress={() => navigation.go({ screenId: `form-${table.id}`, recordId })} />
      </TopBar>
      <ScrollView contentContainerClassName="p-4 gap-4">
        {record
          ? picturesFirst(table.shown).map((column) => {
              const text = shownText(column, record, settings);
              if (isLink(column) && text) return <LinkFact key={column.id} column={column} id={Number(record[column.identifier])} name={text} />;
              if (column.kind === 'picture' && text) return <PictureFact key={column.id} column={column} picture={record[column.identifier]} />;
              if (column.kind === 'file' && text) return <FileFact key={column.id} column={column} file={String(record[column.identifier])} words={text} />;
              return (
                <View key={column.id} className="gap-1">
                  <Text className="font-sans text-[14px] text-app-soft">{column.name}</Text>
                  <Text selectable style={toneOf(column, text)} className={`self-start font-sans text-[17px] leading-6 ${text ? 'text-app-ink' : 'text-app-soft'}`}>
                    {text || '–'}
                  </Text>
                </View>
              );
            })
          : null}
        {record ? table.linked.map((list) => <LinkedSection key={list.column.id} list={list} recordId={recordId} />) : null}
      </ScrollView>
    </View>
  );
}

const picturesFirst = (columns: readonly Column[]): Column[] => [...columns.filter(({ kind }) => kind === 'picture'), ...columns.filter(({ kind }) => kind !== 'picture')];

/** A choice that has a colour stands on its tint. */
function toneOf(column: Column, text: string) {
  const tone = column.kind === 'choice' ? column.tones?.[text] : undefined;
  return tone ? { color: toneColors[tone].ink, backgroundColor: toneColors[tone].tint, borderRadius: 8, paddingHorizontal: 10, paddingVertical: 2 } : undefined;
}

/** A link as a fact: a press leads to its record. */
function LinkFact({ column, id, name }: { column: ColumnOf<'link'>; id: number; name: string }) {
  const { navigation } = useKit();
  return (
    <View>
      <Text className="font-sans text-[14px] text-app-soft">{column.name}</Text>
      <Pressable role="link" aria-label={`${column.name}: ${name}`} onPress={() => navigation.go({ screenId: `record-${column.tableId}`, recordId: id })} className="min-h-[44px] justify-center self-start active:opacity-70">
        <Text className="font-medium text-[17px] leading-6 text-app-accent underline">{name}</Text>
      </Pressable>
    </View>
  );
}
