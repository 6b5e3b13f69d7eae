import { useState } from 'react';
import { View } from 'react-native';
import type { Routine, RoutineStart, StepKind, Step } from '@/core/model';
import { placedSteps } from '@/core/plan';
import { Button, SelectField, Sheet, SwitchField, Text } from '@/ui';
import { ClipMenu } from '../clip';
import { CodeLink } from '../code';
import { newId } from '../newId';
import { PausedTextField } from '../PausedTextField';
import { say } from '../Toasts';
import { definitionNow, useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { useRemoval } from '../useRemoval';
import { useSayDone } from '../useSayDone';
import { newStep } from './steps';
import { StepList } from './StepList';
import { StepSheet } from './StepSheet';
import { type Branch, stepIn, withChanged, withMoved, withoutStep, withStep } from './stepTree';
import { TrySheet } from './TrySheet';

/** What else belongs to it, and what does not. */
const startHelp: Partial<Record<RoutineStart, string>> = {
  saving: 'Also where a routine does; an import and an undo start nothing.',
  deleting: 'Also where it goes along with another, as its link says.',
};
const startWords: Record<RoutineStart, string> = {
  saving: 'Saving a record starts it',
  deleting: 'Deleting a record starts it, before it goes',
  opening: 'Opening the app starts it',
};

/** One routine: what it runs on, what starts it, its steps as sentences, and what it would do now. */
export function RoutineSheet({ routine, onClose }: { routine: Routine; onClose: () => void }) {
  const { appId, state } = useApp();
  const { definition } = state;
  const edit = useEdit();
  const { remove } = useRemoval();
  const sayDone = useSayDone();
  const [opened, setOpened] = useState<{ step: Step; branch: Branch | null } | null>(null);
  const [trying, setTrying] = useState(false);
  const set = async (change: (routine: Routine) => Routine) => {
    const now = definitionNow(appId, definition).routines?.find(({ id }) => id === routine.id);
    // What was typed last in one that is gone does not bring it back.
    return now ? edit.mutateAsync({ edit: { kind: 'setRoutine', routine: change(now) } }) : null;
  };
  const put = (change: (routine: Routine) => Routine) => void set(change).catch(() => undefined);
  const { tableId, starts = [] } = routine;

  const add = (branch: Branch, kind: StepKind) => {
    const id = newId();
    // The scope at the end of the branch is that of a step put there.
    const probe = withStep(routine, branch, { id, kind: 'message', text: "''" });
    const scope = placedSteps(definition, probe).find(({ step }) => step.id === id)?.scope;
    const step = scope && newStep({ app: definition, routine, scope }, kind, id);
    if (step) setOpened({ step, branch });
    else say({ text: 'There is nothing at hand for such a step here.', tone: 'problem' });
  };
  const removeStep = (id: string) =>
    void set((each) => withoutStep(each, id))
      .then((kept) => kept && sayDone('Removed the step.', kept))
      .catch(() => undefined);

  if (opened) {
    return (
      <StepSheet
        routine={
          opened.branch && !stepIn(routine, opened.step.id) ? withStep(routine, opened.branch, opened.step) : routine
        }
        step={stepIn(routine, opened.step.id) ?? opened.step}
        onSave={(step) =>
          set((each) =>
            stepIn(each, step.id)
              ? withChanged(each, step)
              : opened.branch
                ? withStep(each, opened.branch, step)
                : each,
          )
        }
        onRename={(renamed) => set(() => renamed)}
        onRemove={stepIn(routine, opened.step.id) ? () => removeStep(opened.step.id) : undefined}
        onClose={() => setOpened(null)}
      />
    );
  }
  if (trying) return <TrySheet routine={routine} onClose={() => setTrying(false)} />;
  const toggle = (start: RoutineStart, on: boolean) =>
    put(({ starts: before = [], ...rest }) => {
      const next = on ? [...before, start] : before.filter((each) => each !== start);
      return { ...rest, ...(next.length > 0 ? { starts: next } : {}) };
    });
  return (
    <Sheet
      title={routine.name}
      onClose={onClose}
      foot={
        <>
          <Button
            kind="danger"
            label="Remove routine"
            onPress={() => remove(routine.name, { kind: 'removeRoutine', routineId: routine.id })}
          />
          <ClipMenu item={{ kind: 'routine', id: routine.id }} />
          <CodeLink of={routine.id} />
          <Button label="Try it" disabled={routine.steps.length === 0} onPress={() => setTrying(true)} />
          <Button kind="main" label="Done" onPress={onClose} />
        </>
      }
    >
      <PausedTextField
        label="Name"
        maxLength={80}
        value={routine.name}
        onChange={(name) => put((each) => ({ ...each, name }))}
      />
      <SelectField
        label="Runs on"
        options={[
          { value: '', label: 'Nothing: by itself' },
          ...definition.tables.map(({ id, recordName }) => ({ value: id, label: recordName })),
        ]}
        value={tableId ?? ''}
        onChange={(next) =>
          put(({ tableId: _before, starts: _starts, ...rest }) => {
            void _before;
            void _starts;
            return next ? { ...rest, tableId: next } : rest;
          })
        }
      />
      <View className="gap-2">
        <Text look="heading">Steps</Text>
        <StepList
          routine={routine}
          onOpen={(step) => setOpened({ step, branch: null })}
          onAdd={add}
          onMove={(branch, id, to) => put((each) => withMoved(each, branch, id, to))}
        />
      </View>
      <View className="gap-1">
        <Text look="heading">What starts it</Text>
        <Text look="soft">
          {tableId === undefined ? 'An entry of a menu, and' : 'A button on its record, a row of a list, and'}
        </Text>
        {(tableId === undefined ? (['opening'] as const) : (['saving', 'deleting'] as const)).map((start) => (
          <SwitchField
            key={start}
            label={startWords[start]}
            help={startHelp[start]}
            value={starts.includes(start)}
            onChange={(on) => toggle(start, on)}
          />
        ))}
      </View>
    </Sheet>
  );
}
