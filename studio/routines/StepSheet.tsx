import { useEffect, useMemo, useRef, useState } from 'react';
import { definitionFault, GIVEN_NAME, placedSteps, renameGiven, type Routine, type Step } from '@/core/definition';
import { stepSentence } from '@/core/compile';
import { Button, Callout, Sheet, Text } from '@/ui';
import { useApp } from '../useApp';
import { StepFields } from './StepFields';
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

/** One step. What is complete is kept at once; what is not stays here, with what is missing. */
export function StepSheet({ routine, step, onSave, onRename, onRemove, onClose }: StepSheetProps) {
  const { definition } = useApp().state;
  const [draft, setDraft] = useState(step);
  const wholeRoutine = useMemo(() => withChanged(routine, draft), [routine, draft]);
  const scope = useMemo(() => placedSteps(definition, wholeRoutine).find((placed) => placed.step.id === draft.id)?.scope ?? { row: null, records: {}, values: {} }, [definition, wholeRoutine, draft.id]);
  const others = (definition.routines ?? []).filter(({ id }) => id !== routine.id);
  const fault = useMemo(() => definitionFault({ ...definition, routines: [...others, wholeRoutine] })?.reason ?? null, [definition, wholeRoutine]); // eslint-disable-line react-hooks/exhaustive-deps
  const latest = useRef({ draft, fault, saved: step, onSave });
  latest.current = { ...latest.current, draft, fault, onSave };
  const save = () => {
    const { draft: now, fault: wrong, saved } = latest.current;
    if (wrong !== null || JSON.stringify(now) === JSON.stringify(saved)) return Promise.resolve();
    latest.current.saved = now;
    return latest.current.onSave(now).catch(() => undefined);
  };
  useEffect(() => {
    const timer = setTimeout(() => void save(), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [draft, fault]);
  // A step that is new is kept as soon as it is complete, also where nothing of it was changed.
  const isNew = onRemove === undefined;
  const close = () => {
    const done = isNew && fault === null && latest.current.saved === step ? latest.current.onSave(draft).catch(() => undefined) : save();
    void done.then(onClose);
  };
  const rename = (name: string) => {
    if (!('name' in draft) || !GIVEN_NAME.test(name)) return;
    const renamed = renameGiven(definition, wholeRoutine, draft.name, name);
    setDraft({ ...draft, name });
    if (!isNew && definitionFault({ ...definition, routines: [...others, renamed] }) === null) {
      latest.current.saved = { ...draft, name };
      void onRename(renamed).catch(() => undefined);
    }
  };
  return (
    <Sheet
      beside
      title={isNew ? 'New step' : 'Step'}
      onClose={close}
      foot={
        <>
          {onRemove ? (
            <Button
              kind="danger"
              label="Remove step"
              onPress={() => {
                onClose();
                onRemove();
              }}
            />
          ) : (
            <Button label="Leave it out" onPress={onClose} />
          )}
          <Button kind="main" label="Done" disabled={isNew && fault !== null} onPress={close} />
        </>
      }
    >
      <Text look="body" role="status">
        {stepSentence(definition, draft, scope)}
      </Text>
      <StepFields step={draft} scope={scope} routine={wholeRoutine} onChange={setDraft} onRename={rename} />
      {fault ? <Callout tone="rust">{`${fault.charAt(0).toUpperCase()}${fault.slice(1)}.${isNew ? '' : ' What stood there before still counts.'}`}</Callout> : null}
    </Sheet>
  );
}
