import Plus from 'lucide-react-native/icons/plus';
import { View } from 'react-native';
import type { Routine } from '@/core/model';
import { Button, Sheet, Text } from '@/ui';
import { counted } from '../counted';
import { useAddress, useOpen } from '../address';
import { newId } from '../newId';
import { OpenLine } from '../screens/Section';
import { HelpLink } from '../help';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { RoutineSheet } from './RoutineSheet';

/** Everything that the app does in one tap. */
export function RoutinesSheet() {
  const { definition } = useApp().state;
  const edit = useEdit();
  const { routines = [], tables } = definition;
  const { id: openId } = useAddress();
  const { open, leave } = useOpen();
  const routine = routines.find(({ id }) => id === openId);
  const openRoutine = (id: string) => open({ room: 'routines', id });
  const add = () => {
    const [first] = tables;
    const made: Routine = { id: newId(), name: 'New routine', ...(first ? { tableId: first.id } : {}), steps: [] };
    edit.mutate({ edit: { kind: 'setRoutine', routine: made } }, { onSuccess: () => openRoutine(made.id) });
  };
  if (routine) return <RoutineSheet key={routine.id} routine={routine} onClose={() => leave({ room: 'routines' })} />;
  return (
    <Sheet
      title="Routines"
      onClose={() => leave({ room: 'screens' })}
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
      <HelpLink page="routines" label="More about routines" />
      <View role="list" aria-label="Routines">
        {routines.map(({ id, name, tableId, steps }) => (
          <View key={id} role="listitem" className="border-b border-stem">
            <OpenLine
              name={name}
              facts={[
                tables.find((table) => table.id === tableId)?.recordName ?? 'by itself',
                counted(steps.length, 'step', 'steps'),
              ].join(', ')}
              onOpen={() => openRoutine(id)}
            />
          </View>
        ))}
      </View>
    </Sheet>
  );
}
