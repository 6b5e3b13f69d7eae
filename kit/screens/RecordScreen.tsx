import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import Pencil from 'lucide-react-native/icons/pencil';
import Printer from 'lucide-react-native/icons/printer';
import Zap from 'lucide-react-native/icons/zap';
import Trash2 from 'lucide-react-native/icons/trash';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { ScrollView, View } from 'react-native';
import { PartBoundary } from '../app/PartBoundary';
import { Trail } from '../app/Trail';
import { Text } from '../base/Text';
import { type Among, screenOf, useKit } from '../base/context';
import { ownOf } from '../base/own';
import { ActionButton, Blank, IconButton, TopBar } from '../base/parts';
import { rowsQuery } from '../data/rowsQuery';
import { useWrites } from '../data/useWrites';
import { useRoutine } from '../routines/useRoutine';
import { LinkedSection } from './LinkedSection';
import { RecordFacts } from './RecordFacts';
import { usePrintRecord } from './usePrintRecord';
import { type CompiledRecordPart, type CompiledScreenOf, type CompiledTable, SHOWN_NAME, wayTo } from '@/core/compiled';
import type { Row } from '@/core/driver';
import { describeProblem, toProblem } from '@/core/problem';

/** One record: its facts in groups, what belongs to it, and the ways on. */
export function RecordScreen({
  screen,
  table,
  recordId,
  among,
}: {
  screen: CompiledScreenOf<'record'>;
  table: CompiledTable;
  recordId: number;
  among?: Among;
}) {
  const { app, database, navigation } = useKit();
  const { record: design } = screen;
  const query = useQuery({
    ...rowsQuery(database, {
      ...design.statement,
      params: { id: recordId },
      ...(design.isOfRow ? { key: { table: table.identifier, id: recordId } } : {}),
    }),
    placeholderData: keepPreviousData,
  });
  const record = query.data?.rows[0];
  const gone = query.isSuccess && !query.isPlaceholderData && !record;
  const { remove } = useWrites(table);
  const print = usePrintRecord(design.page, table);
  const formScreen = wayTo(app, 'form', table.id, screen.formScreenId);
  if (gone || query.error) {
    const text = query.error
      ? describeProblem(toProblem(query.error)).what
      : `This ${table.recordName.toLowerCase()} is no longer there.`;
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
      <TopBar title={String(record?.[SHOWN_NAME] ?? '')} detail={table.recordName} lines={2}>
        {among ? <Neighbours among={among} screenId={screen.id} /> : null}
        {print ? (
          <IconButton icon={Printer} label={`Print ${table.recordName}`} onPress={() => void print(recordId)} />
        ) : null}
        <IconButton
          icon={Trash2}
          label={`Delete ${table.recordName}`}
          tone="danger"
          onPress={() => void removeAndLeave()}
        />
        {formScreen ? (
          <IconButton
            icon={Pencil}
            label={`Edit ${table.recordName}`}
            tone="accent"
            onPress={() => navigation.go({ screenId: formScreen, recordId })}
          />
        ) : null}
      </TopBar>
      <Trail />
      <ScrollView contentContainerClassName="p-4 gap-4">
        {record
          ? design.parts.map((part, index) => (
              <PartBoundary key={part.id} name={`${partName(part)} of the screen ${screen.name}`} version={part}>
                <Part part={part} isFirst={index === 0} record={record} recordId={recordId} />
              </PartBoundary>
            ))
          : null}
      </ScrollView>
    </View>
  );
}

function partName(part: CompiledRecordPart): string {
  if (part.kind === 'group') return part.title ?? 'the facts';
  if (part.kind === 'linked') return part.title;
  return part.kind === 'own' ? 'a part' : `the button ${part.label}`;
}

/** To the records before and after this one, in the list that it was opened from. */
function Neighbours({ among, screenId }: { among: Among; screenId: string }) {
  const { database, navigation } = useKit();
  const { request, index, count } = among;
  const step = async (by: number) => {
    const next = index + by;
    const { rows } = await database.read({ ...request, params: { ...request.params, limit: 1, offset: next } });
    const id = rows[0]?.id;
    if (id !== undefined) navigation.replace({ screenId, recordId: Number(id), among: { ...among, index: next } });
  };
  return (
    <>
      {index > 0 ? <IconButton icon={ChevronUp} label="Previous in the list" onPress={() => void step(-1)} /> : null}
      {index + 1 < count ? (
        <IconButton icon={ChevronDown} label="Next in the list" onPress={() => void step(1)} />
      ) : null}
    </>
  );
}

interface PartProps {
  part: CompiledRecordPart;
  isFirst: boolean;
  record: Row;
  recordId: number;
}

function Part({ part, isFirst, record, recordId }: PartProps) {
  const { app, navigation } = useKit();
  const run = useRoutine();
  /** What a screen collects belongs to the record that it is opened from. */
  const open = (screenId: string) => {
    const target = screenOf(app, screenId);
    const collect =
      target?.kind === 'scan' ? target.scan.collect : target?.kind === 'list' ? target.behaviour.collect : null;
    navigation.go({
      screenId,
      ...(collect?.parent ? { linked: { columnId: collect.parent.columnId, recordId } } : {}),
    });
  };
  switch (part.kind) {
    case 'group':
      return (
        <View className="gap-4" {...{ dataSet: { part: part.id } }}>
          {part.title ? (
            <Text
              role="heading"
              aria-level={3}
              className="border-b border-app-line pb-1 font-bold text-[17px] text-app-ink"
            >
              {part.title}
            </Text>
          ) : null}
          <RecordFacts facts={part.facts} isFirst={isFirst} record={record} recordId={recordId} />
        </View>
      );
    case 'linked':
      return <LinkedSection list={part} recordId={recordId} />;
    case 'own': {
      const Component = ownOf('record', part);
      return Component && <Component id={recordId} />;
    }
    case 'button':
      return (
        <View {...{ dataSet: { part: part.id } }}>
          <ActionButton kind="plain" label={part.label} onPress={() => open(part.screenId)} />
        </View>
      );
    case 'routine':
      return (
        <View {...{ dataSet: { part: part.id } }}>
          <ActionButton kind="plain" icon={Zap} label={part.label} onPress={() => run(part.routineId, [recordId])} />
        </View>
      );
  }
}
