import Plus from 'lucide-react-native/icons/plus';
import { useState } from 'react';
import { View } from 'react-native';
import type { Routine } from '@/core/model';
import { Button, Sheet, Text } from '@/ui';
import { counted } from '../counted';
import { newId } from '../newId';
import { OpenLine } from '../screens/Section';
import { useApp, useEdit } from '../useApp';
import { RoutineSheet } from './RoutineSheet';

/** Everything that the app does in one tap. */
export function RoutinesSheet({ onClose }: { onClose: () => void }) {
  const { definition } = useApp().state;
  const edit = useEdit();
  const { routines = [], tables } = definition;
  const [opened, setOpened] = useState<string | null>(null);
  const routine = routines.find(({ id }) => id === opened);
  const add = () => {
    const [first] = tables;
    const made: Routine = { id: newId(), name: 'New routine', ...(first ? { tableId: first.id } : {}), steps: [] };
    edit.mutate({ edit: { kind: 'setRoutine', routine: made } }, { onSuccess: () => setOpened(made.id) });
  };
  if (routine) return <RoutineSheet routine={routine} onClose={() => setOpened(null)} />;
  return (
    <Sheet
      beside
      title="Routines"
      onClose={onClose}
      foot={
        <Button
          kind="main"
          icon={Plus}
          label="Add routine"
          disabled={tables.length === 0 || edit.isPending}
          onPress={add}
        />
      }
    >
      <Text look="soft">
        A routine is steps that run as one: all of them or, where one fails, none. One undo takes them back.
      </Text>
      <View role="list" aria-label="Routines">
        {routines.map(({ id, name, tableId, steps }) => (
          <View key={id} role="listitem" className="border-b border-stem">
            <OpenLine
              name={name}
              facts={[
                tables.find((table) => table.id === tableId)?.recordName ?? 'by itself',
                counted(steps.length, 'step', 'steps'),
              ].join(', ')}
              onOpen={() => setOpened(id)}
            />
          </View>
        ))}
      </View>
    </Sheet>
  );
}
