import { useEffect, useMemo, useRef, useState } from 'react';
import { definitionFaults } from '@/core/check';
import { firstReason } from '@/core/fault';
import { GIVEN_NAME, type Routine, type Step } from '@/core/model';
import { placedSteps, renameGiven, stepSentence } from '@/core/plan';
import { Button, Callout, Sheet, Text } from '@/ui';
import { capital } from './stepChoices';
import { useApp } from '../useApp';
import { fieldsOf } from './steps';
import { withChanged } from './stepTree';

interface StepSheetProps {
  /** The routine with the step in it, also where it is not kept yet. */
  routine: Routine;
  step: Step;
  onSave(step: Step): Promise<unknown>;
  onRename(routine: Routine): Promise<unknown>;
  onRemove: (() => void) | undefined;
  onClose(): void;
}

const PAUSE_MS = 300;
const nothing = { row: null, records: {}, values: {} };

/** One step. What is complete is kept at once; what is not stays here, with what is missing. */
export function StepSheet({ routine, step, onSave, onRename, onRemove, onClose }: StepSheetProps) {
  const { definition } = useApp().state;
  const [draft, setDraft] = useState(step);
  const isNew = onRemove === undefined;
  const Fields = fieldsOf(draft);
  const routineWith = (each: Step): Routine => withChanged(routine, each);
  const faultOf = (made: Routine) =>
    firstReason(
      definitionFaults({
        ...definition,
        routines: [...(definition.routines ?? []).filter(({ id }) => id !== made.id), made],
      }),
    );
  const whole = useMemo(() => routineWith(draft), [routine, draft]); // eslint-disable-line react-hooks/exhaustive-deps
  const scope = useMemo(
    () => placedSteps(definition, whole).find((placed) => placed.step.id === draft.id)?.scope ?? nothing,
    [definition, whole, draft.id],
  );
  const fault = useMemo(() => faultOf(whole), [definition, whole]); // eslint-disable-line react-hooks/exhaustive-deps

  // A field may hand on what was typed in it only when it goes, so what counts is not what was drawn last.
  const state = useRef({ draft, kept: isNew ? null : step, isClosed: false, isLeftOut: false });
  const save = async () => {
    const { draft: now, kept, isLeftOut } = state.current;
    if (isLeftOut || JSON.stringify(now) === JSON.stringify(kept) || faultOf(routineWith(now)) !== null) return;
    state.current.kept = now;
    await onSave(now).catch(() => undefined);
  };
  const change = (next: Step) => {
    state.current.draft = next;
    if (state.current.isClosed) void save();
    else setDraft(next);
  };
  const latest = useRef(save);
  latest.current = save;
  useEffect(() => {
    // What is new is kept when it is done with, or it could not be left out any more.
    const timer = isNew ? undefined : setTimeout(() => void latest.current(), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [draft, isNew]);
  const leave = () => {
    state.current.isClosed = true;
    // What a field has handed on in the meantime.
    void save();
    onClose();
  };
  const close = () => void save().then(leave);
  const leaveOut = () => {
    state.current.isLeftOut = true;
    leave();
  };
  const rename = (name: string) => {
    if (!('name' in draft)) return;
    const renamed = renameGiven(definition, whole, draft.name, name);
    change({ ...draft, name });
    if (isNew || !GIVEN_NAME.test(name) || faultOf(renamed) !== null) return;
    state.current.kept = { ...draft, name };
    void onRename(renamed).catch(() => undefined);
  };
  return (
    <Sheet
      title={isNew ? 'New step' : 'Step'}
      onClose={close}
      foot={
        <>
          {onRemove ? (
            <Button
              kind="danger"
              label="Remove step"
              onPress={() => {
                leaveOut();
                onRemove();
              }}
            />
          ) : (
            <Button label="Leave it out" onPress={leaveOut} />
          )}
          <Button kind="main" label="Done" disabled={isNew && fault !== null} onPress={close} />
        </>
      }
    >
      <Text look="body" role="status">
        {stepSentence(definition, draft, scope)}
      </Text>
      <Fields step={draft} scope={scope} routine={whole} onChange={change} onRename={rename} />
      {fault ? (
        <Callout tone="rust">
          {[capital(fault), isNew ? '.' : '. What stood there before still counts.'].join('')}
        </Callout>
      ) : null}
    </Sheet>
  );
}
