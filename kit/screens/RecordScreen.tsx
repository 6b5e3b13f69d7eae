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
import { useRoutine } from '../routines/WithRoutines';
import { FileFact, PictureFact } from '../rows/AttachmentFact';
import { LinkPress } from '../rows/LinkPress';
import { SlotText, slotText, slotWords, styledSlot } from '../rows/slots';
import { LinkedSection } from './LinkedSection';
import { usePrintRecord } from './usePrintRecord';
import { scalarOf } from '@/core/column';
import {
  type CompiledRecordPart,
  type CompiledScreenOf,
  type CompiledSlot,
  type CompiledTable,
  NO_STATEMENT,
  SHOWN_NAME,
  wayTo,
} from '@/core/compiled';
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
      <TopBar title={String(record?.[SHOWN_NAME] ?? '')} detail={table.recordName}>
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
          ? design.parts.map((part) => (
              <PartBoundary key={part.id} name={`${partName(part)} of the screen ${screen.name}`} version={part}>
                <Part part={part} record={record} recordId={recordId} />
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

function Part({ part, record, recordId }: { part: CompiledRecordPart; record: Row; recordId: number }) {
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
          {part.facts.map((slot) => (
            <Fact key={slot.id} slot={slot} record={record} recordId={recordId} />
          ))}
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

function Fact({ slot, record, recordId }: { slot: CompiledSlot; record: Row; recordId: number }) {
  const { app, database, navigation, settings } = useKit();
  const isHeavy = slot.apart !== null && record[slot.key] === 1;
  const heavy = useQuery({
    ...rowsQuery(database, { ...(slot.apart ?? NO_STATEMENT), params: { id: recordId } }),
    enabled: isHeavy,
  });
  const { label } = slot;
  const part = { dataSet: { part: slot.id } };
  if (slot.apart) {
    const value = heavy.data?.rows[0]?.[slot.key];
    if (isHeavy && slot.column.kind === 'picture') return <PictureFact label={label} picture={value} />;
    if (isHeavy && slot.column.kind === 'file')
      return (
        <FileFact
          label={label}
          file={String(scalarOf(value ?? null) ?? '')}
          words={slotText(slot, { ...record, [slot.key]: value ?? null }, settings)}
        />
      );
  }
  const text = slot.apart ? '' : slotText(slot, record, settings);
  if (styledSlot(slot, record).hidden) return null;
  const target =
    slot.link && record[slot.link.key] !== null
      ? { id: Number(record[slot.link.key]), screenId: wayTo(app, 'record', slot.link.tableId) }
      : null;
  if (target?.screenId && text !== '') {
    const { screenId, id } = target;
    return (
      <View {...part}>
        <Text className="font-sans text-[14px] text-app-soft">{label}</Text>
        <LinkPress
          aria-label={`${label}: ${text}`}
          onPress={() => navigation.go({ screenId, recordId: id })}
          className="min-h-[44px] justify-center self-start active:opacity-70"
        >
          <Text className="font-medium text-[17px] leading-6 text-app-accent underline">{text}</Text>
        </LinkPress>
      </View>
    );
  }
  return (
    <View className="gap-1" {...part}>
      {label ? <Text className="font-sans text-[14px] text-app-soft">{label}</Text> : null}
      {text ? (
        <View className="flex-row" aria-label={slotWords(slot, record, settings)}>
          <SlotText
            slot={slot}
            row={record}
            settings={settings}
            lines={slot.maxLines ?? 0}
            className="text-[17px] leading-6 text-app-ink"
          />
        </View>
      ) : (
        <Text className="font-sans text-[17px] leading-6 text-app-soft">–</Text>
      )}
    </View>
  );
}
