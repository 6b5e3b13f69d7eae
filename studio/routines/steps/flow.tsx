import type { Step, StepOf } from '@/core/model';
import { columnText, incomingLinks, insideScope, screensOf } from '@/core/plan';
import { SelectField } from '@/ui';
import { SourceField } from '../../screens/SourceField';
import { useApp } from '../../useApp';
import { freeStepName, recordChoices, rowRecord } from '../stepChoices';
import { withoutStep } from '../stepTree';
import { Condition, NameField, RecordField } from './fieldParts';
import type { StepEditor, StepFieldsProps } from './stepEditor';

function EachFields({ step, scope, routine, onChange, onRename }: StepFieldsProps<StepOf<'each'>>) {
  const { definition } = useApp().state;
  const table = definition.tables.find(({ id }) => id === step.tableId);
  const choose = (tableId: string) => {
    const next = definition.tables.find(({ id }) => id === tableId);
    const keeps = next && {
      id: step.id,
      kind: step.kind,
      tableId,
      name: freeStepName(withoutStep(routine, step.id), next.recordName),
      steps: step.steps,
    };
    if (keeps) onChange(keeps);
  };
  const clean = (next: StepOf<'each'>) =>
    onChange(Object.fromEntries(Object.entries(next).filter(([, value]) => value !== undefined)) as Step);
  return (
    <>
      <SelectField
        label="For each row of"
        options={definition.tables.map(({ id, name }) => ({ value: id, label: name }))}
        value={step.tableId}
        onChange={choose}
      />
      {table ? (
        <SourceField
          label="Of these"
          table={table}
          source={step}
          onChange={({ queryId, given }) => clean({ ...step, queryId, given } as StepOf<'each'>)}
        />
      ) : null}
      {table ? (
        <Condition
          key={table.id}
          label="Rows where"
          step={step}
          scope={insideScope(step, scope)}
          text={step.condition ?? ''}
          onChange={(condition) => clean({ ...step, condition: condition || undefined } as StepOf<'each'>)}
        />
      ) : null}
      <NameField name={step.name} onRename={onRename} />
    </>
  );
}

export const each: StepEditor<StepOf<'each'>> = {
  label: 'For each row',
  make: ({ app, routine, scope }, id) => {
    const [table] = app.tables;
    if (!table) return null;
    // What belongs to the record at hand is what people mean most often.
    const owner = scope.row ? incomingLinks(app, scope.row.tableId)[0] : undefined;
    const over = owner?.table ?? table;
    const record = rowRecord(app, scope);
    const condition = owner && record ? { condition: `${columnText(owner.column)} = ${record}` } : {};
    return {
      id,
      kind: 'each',
      tableId: over.id,
      name: freeStepName(routine, over.recordName),
      ...condition,
      steps: [],
    };
  },
  Fields: EachFields,
};

export const branch: StepEditor<StepOf<'if'>> = {
  label: 'If',
  make: ({ app, scope }, id) => {
    const yesNo = app.tables
      .find((table) => table.id === scope.row?.tableId)
      ?.columns.find((column) => column.kind === 'yesNo');
    return { id, kind: 'if', condition: yesNo ? columnText(yesNo) : 'TRUE', steps: [], otherwise: [] };
  },
  Fields: ({ step, scope, onChange }) => (
    <Condition
      label="If"
      step={step}
      scope={scope}
      text={step.condition}
      onChange={(condition) => onChange({ ...step, condition })}
    />
  ),
};

function GoFields({ step, scope, onChange }: StepFieldsProps<StepOf<'go'>>) {
  const { definition } = useApp().state;
  const { list } = screensOf(definition);
  const reachable = list.filter(
    (screen) => screen.kind !== 'record' || recordChoices(definition, scope, screen.tableId).length > 0,
  );
  const choose = (screenId: string) => {
    const screen = list.find(({ id }) => id === screenId);
    const record = screen?.kind === 'record' ? recordChoices(definition, scope, screen.tableId)[0]?.value : undefined;
    onChange({ id: step.id, kind: 'go', screenId, ...(record === undefined ? {} : { record }) });
  };
  const screen = list.find(({ id }) => id === step.screenId);
  return (
    <>
      <SelectField
        label="Goes to"
        options={reachable.map(({ id, name }) => ({ value: id, label: name }))}
        value={step.screenId}
        onChange={choose}
      />
      {step.record !== undefined && screen && 'tableId' in screen ? (
        <RecordField
          label="With"
          scope={scope}
          text={step.record}
          tableId={screen.tableId}
          onChange={(record) => onChange({ ...step, record })}
        />
      ) : null}
    </>
  );
}

export const go: StepEditor<StepOf<'go'>> = {
  label: 'Go to a screen',
  make: ({ app }, id) => {
    const screen = screensOf(app).list.find(({ kind }) => kind === 'list' || kind === 'menu');
    return screen ? { id, kind: 'go', screenId: screen.id } : null;
  },
  Fields: GoFields,
};

function RunFields({ step, scope, routine, onChange }: StepFieldsProps<StepOf<'run'>>) {
  const { definition } = useApp().state;
  const others = (definition.routines ?? []).filter(
    ({ id, tableId }) =>
      id !== routine.id && (tableId === undefined || recordChoices(definition, scope, tableId).length > 0),
  );
  const of = (id: string) => definition.routines?.find((each) => each.id === id)?.tableId;
  const choose = (routineId: string) => {
    const tableId = of(routineId);
    const record = tableId === undefined ? undefined : recordChoices(definition, scope, tableId)[0]?.value;
    onChange({ id: step.id, kind: 'run', routineId, ...(record === undefined ? {} : { record }) });
  };
  return (
    <>
      <SelectField
        label="Runs"
        options={others.map(({ id, name }) => ({ value: id, label: name }))}
        value={step.routineId}
        onChange={choose}
      />
      {step.record !== undefined ? (
        <RecordField
          label="On"
          scope={scope}
          text={step.record}
          tableId={of(step.routineId)}
          onChange={(record) => onChange({ ...step, record })}
        />
      ) : null}
    </>
  );
}

export const run: StepEditor<StepOf<'run'>> = {
  label: 'Run another routine',
  make: ({ app, routine, scope }, id) => {
    const able = (app.routines ?? []).flatMap((other) => {
      if (other.id === routine.id) return [];
      const record = other.tableId === undefined ? undefined : recordChoices(app, scope, other.tableId)[0]?.value;
      return other.tableId !== undefined && record === undefined ? [] : [{ other, record }];
    });
    const [first] = able;
    return first
      ? { id, kind: 'run', routineId: first.other.id, ...(first.record === undefined ? {} : { record: first.record }) }
      : null;
  },
  Fields: RunFields,
};
