import { arrayMove } from '@dnd-kit/sortable';
import X from 'lucide-react-native/icons/x';
import { useState } from 'react';
import { View } from 'react-native';
import type { Edit } from '@/core/edit';
import { MOST_IN_KEY, samePolicies, type SamePolicy, type Table, type TableKey } from '@/core/model';
import { firstReason } from '@/core/fault';
import { canBeInKey, columnsOfKey, keyFaults, keySentence } from '@/core/plan';
import { Button, Callout, ChoiceField, IconButton, SelectField, Sheet, Text } from '@/ui';
import { newId } from '../newId';
import { SortableList } from '../SortableList';
import { useEdit } from '../useEdit';
import { sameLabels } from './kinds';
import { RemoveButton } from './RemoveButton';
import { Impacts } from './Impacts';
import { useImpacts } from './useImpacts';

const NO_COLUMN = '';

/** Columns that tell records apart, or find them, together and in their order. */
export function KeySheet({ table, made, onClose }: { table: Table; made: TableKey | null; onClose: () => void }) {
  const edit = useEdit();
  const [id] = useState(() => made?.id ?? newId());
  const [unique, setUnique] = useState(made?.unique ?? true);
  const [onSame, setOnSame] = useState<SamePolicy>(made?.onSame ?? 'refuse');
  const [columnIds, setColumnIds] = useState<readonly string[]>(made?.columnIds ?? []);
  const key: TableKey = {
    id,
    unique,
    columnIds: [...columnIds],
    ...(unique && onSame !== 'refuse' ? { onSame } : {}),
  };
  const isWhole = columnIds.length >= 2;
  const fault = isWhole ? firstReason(keyFaults(table, key)) : null;
  const change: Edit | null = isWhole && fault === null ? { kind: 'setKey', tableId: table.id, key } : null;
  const { impacts, fault: refusal } = useImpacts(change);
  const blocked = change !== null && (refusal !== null || impacts.some(({ blocks }) => blocks));
  const others = table.columns.filter((column) => canBeInKey(column, unique) && !columnIds.includes(column.id));
  const save = () => (change ? edit.mutate({ edit: change }, { onSuccess: onClose }) : undefined);
  return (
    <Sheet
      title={made ? 'Key of several columns' : `New key of ${table.name}`}
      onClose={onClose}
      foot={<Button kind="main" label="Save" disabled={change === null || blocked || edit.isPending} onPress={save} />}
    >
      <ChoiceField
        label="What it does"
        choices={[
          { value: 'unique', label: 'Tell records apart' },
          { value: 'index', label: 'Find records fast' },
        ]}
        value={unique ? 'unique' : 'index'}
        onChange={(value) => setUnique(value === 'unique')}
      />
      <Text look="soft">
        {unique
          ? [
              `No two ${table.name.toLowerCase()} may have the same in all`,
              'of them. Where one of them is blank, nothing is compared.',
            ].join(' ')
          : 'One index over all of them, in this order: it finds rows by the first, by the first two, and so on.'}
      </Text>
      <SortableList
        label="Columns, in order"
        items={columnsOfKey(table, key)}
        onMove={(columnId, to) => setColumnIds(arrayMove([...columnIds], columnIds.indexOf(columnId), to))}
        render={(column) => (
          <View className="min-h-[52px] flex-1 flex-row items-center justify-between">
            <Text look="body">{column.name}</Text>
            <IconButton
              icon={X}
              tone="soft"
              label={`Leave ${column.name} out`}
              onPress={() => setColumnIds(columnIds.filter((each) => each !== column.id))}
            />
          </View>
        )}
      />
      {others.length > 0 && columnIds.length < MOST_IN_KEY ? (
        <SelectField
          label="Add a column"
          options={[
            { value: NO_COLUMN, label: 'Choose a column' },
            ...others.map((column) => ({ value: column.id, label: column.name })),
          ]}
          value={NO_COLUMN}
          onChange={(columnId) => columnId !== NO_COLUMN && setColumnIds([...columnIds, columnId])}
        />
      ) : null}
      {unique ? (
        <ChoiceField
          label="Adding the same again"
          choices={samePolicies.map((value) => ({ value, label: sameLabels[value] }))}
          value={onSame}
          onChange={setOnSame}
        />
      ) : null}
      {change && !blocked ? <Callout tone="plum">{keySentence(table, key)}</Callout> : null}
      {fault ? <Callout tone="rust">{`This cannot stand: ${fault}.`}</Callout> : null}
      {change ? <Impacts fault={refusal} impacts={impacts} /> : null}
      {made ? (
        <RemoveButton
          what="key"
          name="the key"
          edit={{ kind: 'removeKey', tableId: table.id, keyId: made.id }}
          harmless="No row changes: only what tells them apart, or finds them, goes."
        />
      ) : null}
    </Sheet>
  );
}
