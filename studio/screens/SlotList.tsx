import { columnTraits } from '@/core/column';
import Plus from 'lucide-react-native/icons/plus';
import { View } from 'react-native';
import type { Slot, Table } from '@/core/model';
import { columnText, shownColumns } from '@/core/plan';
import { Button, Text } from '@/ui';
import { newId } from '../newId';
import { SortableList } from '../SortableList';
import { useApp } from '../useApp';
import { OpenLine } from './Section';
import { SlotSheet } from './SlotSheet';
import { slotFacts, slotName } from './slotWords';
import { useOpenPart } from './openPart';
import { movedTo } from './view';

interface SlotListProps {
  /** What they are: "Lines". */
  title: string;
  /** What one of them is called where one is added: "line". */
  one: string;
  table: Table;
  slots: readonly Slot[];
  most: number;
  labelled?: boolean;
  wraps?: boolean;
  onChange(slots: Slot[]): void;
}

/** Several slots in an order. */
export function SlotList({ title, one, table, slots, most, labelled, wraps, onChange }: SlotListProps) {
  const { definition } = useApp().state;
  const { screenId, partId, openPart, closePart } = useOpenPart();
  const slot = slots.find(({ id }) => id === partId);
  const add = () => {
    const columns = shownColumns(definition, table).filter(({ kind }) => !columnTraits[kind].isAttachment);
    const column = columns.find((each) => !slots.some(({ text }) => text === columnText(each))) ?? columns[0];
    if (!column) return;
    const made: Slot = { id: newId(), text: columnText(column), ...(labelled ? { label: column.name } : {}) };
    onChange([...slots, made]);
    openPart(made.id);
  };
  return (
    <View className="gap-1">
      {title ? <Text look="strong">{title}</Text> : null}
      {slots.length > 0 ? (
        <SortableList
          of={screenId}
          label={title || `Each ${one}`}
          items={slots.map((each) => ({ ...each, name: slotName(definition, table.id, each) }))}
          onMove={(id, to) => onChange(movedTo(slots, id, to))}
          render={(each) => <OpenLine name={each.name} facts={slotFacts(each)} onOpen={() => openPart(each.id)} />}
        />
      ) : null}
      {slots.length < most ? (
        <View className="items-start pt-1">
          <Button icon={Plus} label={`Add ${one}`} onPress={add} />
        </View>
      ) : null}
      {slot ? (
        <SlotSheet
          key={`${screenId} ${slot.id}`}
          title={slotName(definition, table.id, slot)}
          table={table}
          slot={slot}
          labelled={labelled}
          wraps={wraps}
          onChange={(next) => onChange(slots.map((each) => (each.id === next.id ? next : each)))}
          onRemove={() => onChange(slots.filter(({ id }) => id !== slot.id))}
          onClose={closePart}
        />
      ) : null}
    </View>
  );
}

/** One slot that may be there or not. */
export function OneSlot({
  name,
  table,
  slot,
  start,
  none,
  labelled,
  onChange,
}: {
  name: string;
  table: Table;
  slot: Slot | undefined;
  start: string | null;
  none: string;
  labelled?: boolean;
  onChange: (slot: Slot | undefined) => void;
}) {
  const { definition } = useApp().state;
  const { screenId, partId, openPart, closePart } = useOpenPart();
  const add = () => {
    if (start === null) return;
    const made: Slot = { id: newId(), text: start };
    onChange(made);
    openPart(made.id);
  };
  return (
    <View className="border-b border-stem">
      {slot ? (
        <OpenLine
          name={name}
          facts={[slotName(definition, table.id, slot), slotFacts(slot)].filter(Boolean).join(', ')}
          onOpen={() => slot && openPart(slot.id)}
        />
      ) : (
        <View className="min-h-[56px] flex-row items-center justify-between gap-3">
          <View className="flex-1">
            <Text look="strong">{name}</Text>
            <Text look="soft">{none}</Text>
          </View>
          {start === null ? null : <Button icon={Plus} label={`Set ${name.toLowerCase()}`} onPress={add} />}
        </View>
      )}
      {slot && slot.id === partId ? (
        <SlotSheet
          key={`${screenId} ${slot.id}`}
          title={name}
          table={table}
          slot={slot}
          labelled={labelled}
          wraps={name === 'Title'}
          onChange={onChange}
          onRemove={() => onChange(undefined)}
          onClose={closePart}
        />
      ) : null}
    </View>
  );
}
