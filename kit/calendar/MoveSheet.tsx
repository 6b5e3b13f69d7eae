import { useState } from 'react';
import { View } from 'react-native';
import { Text } from '../base/Text';
import { ActionButton, PhoneSheet } from '../base/parts';
import { DateInput } from '../fields/DateInput';
import { inputClass } from '../fields/fieldProps';
import type { CalendarRow } from './calendarRows';
import type { CompiledTable } from '@/core/compiled';
import { isIsoDate } from '@/core/model';

/** What can be done with a row of a calendar; above all, to take it to another day without dragging it. */
export function MoveSheet({
  table,
  row,
  from,
  onMove,
  onEdit,
  onDelete,
  onClose,
}: {
  table: CompiledTable;
  row: CalendarRow;
  from: string;
  onMove: (to: string) => void;
  /** Null where no form leads there. */
  onEdit: (() => void) | null;
  onDelete: () => void;
  onClose: () => void;
}) {
  const [to, setTo] = useState(from);
  const then = (act: () => void) => () => {
    onClose();
    act();
  };
  const one = table.recordName.toLowerCase();
  return (
    <PhoneSheet title={row.name} onClose={onClose}>
      <View className="gap-3 px-5 pb-3">
        <Text className="font-medium text-[15px] text-app-ink">To another day</Text>
        <DateInput
          kind="date"
          aria-label="To another day"
          value={to}
          onChange={setTo}
          onBlur={() => undefined}
          className={`${inputClass} border-app-line`}
        />
        <View className="flex-row flex-wrap gap-2">
          <ActionButton label="Move" disabled={!isIsoDate(to) || to === from} onPress={then(() => onMove(to))} />
          {onEdit ? <ActionButton kind="plain" label={`Edit ${one}`} onPress={then(onEdit)} /> : null}
          <ActionButton kind="plain" label={`Delete ${one}`} onPress={then(onDelete)} />
        </View>
      </View>
    </PhoneSheet>
  );
}
