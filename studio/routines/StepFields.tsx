import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { isAsked } from '@/core/column';
import {
  type Answer,
  type Assignment,
  type Definition,
  GIVEN_NAME,
  type Routine,
  type Step,
  type StepOf,
  type Table,
} from '@/core/model';
import {
  analysedAt,
  columnText,
  insideScope,
  isPersonal,
  linkAt,
  recordTableAt,
  screensOf,
  type StepScope,
  stepNames,
} from '@/core/plan';
import { stepValueWords } from '@/core/compile';
import { Button, ChoiceField, IconButton, SelectField, SwitchField, Text, TextField } from '@/ui';
import { ConditionField, type GivenValue } from '../screens/ConditionField';
import { SourceField } from '../screens/SourceField';
import { useApp } from '../useApp';
import {
  capital,
  firstValues,
  freeStepName,
  linkChoices,
  recordChoices,
  refreshable,
  valueChoices,
} from './stepChoices';
import { StepValue } from './StepValue';
import { withoutStep } from './stepTree';

interface FieldsProps<S extends Step = Step> {
  step: S;
  scope: StepScope;
  routine: Routine;
  onChange(step: Step): void;
  /** Another name for what the step brings to hand. */
  onRename(name: string): void;
}

/** What a step is made of, all picked from what is at hand. */
export function StepFields(props: FieldsProps) {
  const { step, scope, onChange } = props;
  const { definition } = useApp().state;
  const rowTable = scope.row?.tableId ?? null;
  switch (step.kind) {
    case 'set':
      return (
        <>
          <NameField name={step.name} onRename={props.onRename} />
          <StepValue
            label="Is"
            step={step}
            scope={scope}
            tableId={rowTable}
            text={step.text}
            expected={{ kind: 'value' }}
            onChange={(text) => onChange({ ...step, text })}
          />
        </>
      );
    case 'message':
      return (
        <StepValue
          label="Says"
          step={step}
          scope={scope}
          tableId={rowTable}
          text={step.text}
          expected={{ kind: 'value' }}
          onChange={(text) => onChange({ ...step, text })}
        />
      );
    case 'insert':
      return <InsertFields {...props} step={step} />;
    case 'update': {
      const tableId = recordTableAt(definition, scope, step.record);
      const table = definition.tables.find(({ id }) => id === tableId);
      return (
        <>
          <RecordField
            label="Changes"
            scope={scope}
            text={step.record}
            onChange={(record) =>
              onChange(
                recordTableAt(definition, scope, record) === tableId
                  ? { ...step, record }
                  : { ...step, record, values: [] },
              )
            }
          />
          {table ? (
            <ValuesEditor
              step={step}
              scope={scope}
              table={table}
              tableId={table.id}
              values={step.values}
              onChange={(values) => onChange({ ...step, values })}
            />
          ) : null}
        </>
      );
    }
    case 'delete':
      return (
        <RecordField
          label="Deletes"
          scope={scope}
          text={step.record}
          onChange={(record) => onChange({ ...step, record })}
        />
      );
    case 'link':
    case 'unlink':
      return <LinkFields {...props} step={step} />;
    case 'each':
      return <EachFields {...props} step={step} />;
    case 'if':
      return (
        <Condition
          label="If"
          step={step}
          scope={scope}
          text={step.condition}
          onChange={(condition) => onChange({ ...step, condition })}
        />
      );
    case 'ask':
      return <AskFields {...props} step={step} />;
    case 'go':
      return <GoFields {...props} step={step} />;
    case 'refresh':
      return <RefreshFields {...props} step={step} />;
    case 'run':
      return <RunFields {...props} step={step} />;
  }
}

function NameField({ name, onRename }: { name: string; onRename: (name: string) => void }) {
  const fits = GIVEN_NAME.test(name);
  return (
    <TextField
      label="Called"
      help="Later steps use it as :name."
      fault={fits ? null : 'Small letters, digits and _.'}
      value={name}
      maxLength={60}
      onChangeText={(text) => onRename(text.toLowerCase().replaceAll(' ', '_'))}
    />
  );
}

function RecordField({
  label,
  scope,
  text,
  tableId,
  onChange,
}: {
  label: string;
  scope: StepScope;
  text: string;
  tableId?: string | undefined;
  onChange: (text: string) => void;
}) {
  const { definition } = useApp().state;
  const choices = recordChoices(definition, scope, tableId);
  const isThere = choices.some(({ value }) => value === text);
  return (
    <SelectField
      label={label}
      options={[...choices, ...(isThere ? [] : [{ value: text, label: text || 'Choose' }])]}
      value={text}
      onChange={onChange}
    />
  );
}

/** Which values columns are given. */
function ValuesEditor({
  step,
  scope,
  table,
  tableId,
  values,
  onChange,
}: {
  step: Step;
  scope: StepScope;
  table: Table;
  tableId: string | null;
  values: readonly Assignment[];
  onChange: (values: Assignment[]) => void;
}) {
  const { definition } = useApp().state;
  const settable = table.columns.filter(
    (column) => isAsked(column) && column.kind !== 'picture' && column.kind !== 'file',
  );
  // What is each person's own is set by itself, on records that are there.
  const isOwn = settable.some((column) => isPersonal(column) && values.some(({ columnId }) => columnId === column.id));
  const columns =
    values.length === 1 && step.kind === 'update'
      ? settable
      : settable.filter((column) => isPersonal(column) === isOwn);
  const isFree = ({ id }: { id: string }) => !values.some(({ columnId }) => columnId === id);
  const free = columns.filter((column) => isFree(column) && isPersonal(column) === isOwn);
  const set = (at: number, value: Assignment) => onChange(values.map((each, index) => (index === at ? value : each)));
  const startOf = (columnId: string) => {
    const column = columns.find(({ id }) => id === columnId);
    return (
      (column && valueChoices(definition, scope, tableId, { kind: 'assigned', column })[0]?.value) ??
      (column?.kind === 'text' || column?.kind === 'longText' ? "'…'" : '0')
    );
  };
  return (
    <View role="group" aria-label="Values" className="gap-4">
      {values.map((value, index) => {
        const column = table.columns.find(({ id }) => id === value.columnId);
        return (
          <View
            key={value.columnId}
            role="group"
            aria-label={`Value of ${column?.name ?? 'a column'}`}
            className="gap-3 border-l-4 border-plum pl-4"
          >
            <View className="flex-row items-end gap-2">
              <View className="flex-1">
                <SelectField
                  label="Column"
                  options={columns
                    .filter((each) => each.id === value.columnId || isFree(each))
                    .map(({ id, name }) => ({ value: id, label: name }))}
                  value={value.columnId}
                  onChange={(columnId) => set(index, { columnId, text: startOf(columnId) })}
                />
              </View>
              <IconButton
                icon={X}
                tone="soft"
                label={`Remove the value of ${column?.name ?? 'the column'}`}
                onPress={() => onChange(values.filter((_, at) => at !== index))}
              />
            </View>
            <Assigned
              step={step}
              scope={scope}
              table={table}
              tableId={tableId}
              value={value}
              onChange={(text) => set(index, { ...value, text })}
            />
          </View>
        );
      })}
      {free[0] ? (
        <View className="items-start">
          <Button
            icon={Plus}
            label="Add value"
            onPress={() => free[0] && onChange([...values, { columnId: free[0].id, text: startOf(free[0].id) }])}
          />
        </View>
      ) : null}
    </View>
  );
}

function Assigned({
  step,
  scope,
  table,
  tableId,
  value,
  onChange,
}: {
  step: Step;
  scope: StepScope;
  table: Table;
  tableId: string | null;
  value: Assignment;
  onChange: (text: string) => void;
}) {
  const column = table.columns.find(({ id }) => id === value.columnId);
  const expected = useMemo(() => ({ kind: 'assigned' as const, column }), [column]);
  return (
    <StepValue
      label="Is"
      step={step}
      scope={scope}
      tableId={tableId}
      text={value.text}
      expected={expected}
      onChange={onChange}
    />
  );
}

function InsertFields({ step, scope, routine, onChange, onRename }: FieldsProps<StepOf<'insert'>>) {
  const { definition } = useApp().state;
  const table = definition.tables.find(({ id }) => id === step.tableId);
  const choose = (tableId: string) => {
    const next = definition.tables.find(({ id }) => id === tableId);
    if (next)
      onChange({
        ...step,
        tableId,
        name: freeStepName(withoutStep(routine, step.id), next.recordName),
        values: firstValues(definition, scope, next),
      });
  };
  return (
    <>
      <SelectField
        label="Adds"
        options={definition.tables.map(({ id, recordName }) => ({ value: id, label: recordName }))}
        value={step.tableId}
        onChange={choose}
      />
      {table ? (
        <ValuesEditor
          step={step}
          scope={scope}
          table={table}
          tableId={scope.row?.tableId ?? null}
          values={step.values}
          onChange={(values) => onChange({ ...step, values })}
        />
      ) : null}
      <NameField name={step.name} onRename={onRename} />
    </>
  );
}

function LinkFields({ step, scope, onChange }: FieldsProps<StepOf<'link'> | StepOf<'unlink'>>) {
  const { definition } = useApp().state;
  const tableId = recordTableAt(definition, scope, step.record);
  const side = linkAt(definition, step.columnId, tableId);
  const links = linkChoices(definition, tableId);
  const other = side?.other.tableId;
  const to = step.kind === 'link' ? step.to : step.from;
  const putTo = (text: string) => onChange(step.kind === 'link' ? { ...step, to: text } : { ...step, from: text });
  return (
    <>
      <RecordField
        label={step.kind === 'link' ? 'Links' : 'Unlinks'}
        scope={scope}
        text={step.record}
        onChange={(record) => {
          const [link] = linkChoices(definition, recordTableAt(definition, scope, record));
          onChange({
            ...step,
            record,
            columnId:
              links.some(({ value }) => value === step.columnId) && recordTableAt(definition, scope, record) === tableId
                ? step.columnId
                : (link?.value ?? step.columnId),
          });
        }}
      />
      <SelectField
        label="By the link"
        options={links}
        value={step.columnId}
        onChange={(columnId) =>
          onChange(
            step.kind === 'unlink'
              ? { id: step.id, kind: 'unlink', record: step.record, columnId }
              : {
                  ...step,
                  columnId,
                  to:
                    recordChoices(definition, scope, linkAt(definition, columnId, tableId)?.other.tableId)[0]?.value ??
                    step.to,
                },
          )
        }
      />
      {step.kind === 'link' ? (
        <RecordField label="To" scope={scope} text={to ?? ''} tableId={other} onChange={putTo} />
      ) : null}
      {step.kind === 'unlink' && side?.own ? (
        <SelectField
          label="From"
          options={[{ value: '', label: 'All that it is linked to' }, ...recordChoices(definition, scope, other)]}
          value={to ?? ''}
          onChange={(text) =>
            onChange(
              text
                ? { ...step, from: text }
                : { id: step.id, kind: 'unlink', record: step.record, columnId: step.columnId },
            )
          }
        />
      ) : null}
    </>
  );
}

function EachFields({ step, scope, routine, onChange, onRename }: FieldsProps<StepOf<'each'>>) {
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

/** A condition, by touch with what is at hand; where there is no row, written. */
function Condition({
  label,
  step,
  scope,
  text,
  onChange,
}: {
  label: string;
  step: Step;
  scope: StepScope;
  text: string;
  onChange: (text: string) => void;
}) {
  const { definition } = useApp().state;
  const table = definition.tables.find(({ id }) => id === scope.row?.tableId);
  const names = useMemo(() => stepNames(definition, table?.id ?? null, scope), [definition, table?.id, scope]);
  const given = useMemo(() => givenAt(definition, scope), [definition, scope]);
  if (!table)
    return (
      <StepValue
        label={label}
        step={step}
        scope={scope}
        tableId={null}
        text={text}
        expected={{ kind: 'condition' }}
        onChange={onChange}
      />
    );
  return (
    <ConditionField
      table={table}
      text={text || undefined}
      scope={names}
      given={given}
      onChange={(condition) => onChange(condition ?? (step.kind === 'if' ? 'TRUE' : ''))}
    />
  );
}

/** What conditions can be compared with: records at hand, their columns, and values. */
function givenAt(definition: Definition, scope: StepScope): GivenValue[] {
  const of = (name: string): GivenValue => {
    const leadsTo = recordTableAt(definition, scope, `:${name}`);
    return {
      name,
      label: capital(stepValueWords(definition, `:${name}`, scope)),
      type: analysedAt(definition, scope, `:${name}`).type,
      ...(leadsTo === null ? {} : { leadsTo }),
    };
  };
  const records = Object.entries(scope.records).filter(
    ([name]) => name !== scope.row?.name || scope.row.name === 'this',
  );
  return [
    ...Object.keys(scope.values),
    ...records.flatMap(([name, tableId]) => [
      name,
      ...(definition.tables.find(({ id }) => id === tableId)?.columns ?? [])
        .filter(({ kind }) => kind !== 'picture' && kind !== 'file')
        .map((column) => `${name}.${columnText(column)}`),
    ]),
  ].map(of);
}

const answerWords: Record<Answer['kind'], string> = {
  text: 'A text',
  number: 'A number',
  date: 'A date',
  choice: 'One of a few',
  record: 'A record',
  confirm: 'Yes or no',
};

function AskFields({ step, onChange, onRename }: FieldsProps<StepOf<'ask'>>) {
  const { definition } = useApp().state;
  const { answer } = step;
  const [first] = definition.tables;
  const kinds = (Object.keys(answerWords) as Answer['kind'][]).filter((kind) => kind !== 'record' || first);
  const start = (kind: Answer['kind']): Answer =>
    kind === 'choice'
      ? { kind, choices: ['First', 'Second'] }
      : kind === 'record'
        ? { kind, tableId: first?.id ?? '' }
        : { kind };
  const table = answer.kind === 'record' ? definition.tables.find(({ id }) => id === answer.tableId) : undefined;
  return (
    <>
      <TextField
        label="Question"
        maxLength={200}
        value={step.question}
        onChangeText={(question) => onChange({ ...step, question })}
      />
      <ChoiceField
        label="Answer"
        choices={kinds.map((kind) => ({ value: kind, label: answerWords[kind] }))}
        value={answer.kind}
        onChange={(kind) => onChange({ ...step, answer: start(kind) })}
      />
      {answer.kind === 'choice' ? (
        <ChoicesField
          choices={answer.choices}
          onChange={(choices) => onChange({ ...step, answer: { kind: 'choice', choices } })}
        />
      ) : null}
      {answer.kind === 'record' ? (
        <SelectField
          label="Of the table"
          options={definition.tables.map(({ id, name }) => ({ value: id, label: name }))}
          value={answer.tableId}
          onChange={(tableId) => onChange({ ...step, answer: { kind: 'record', tableId } })}
        />
      ) : null}
      {answer.kind === 'record' && table ? (
        <SourceField
          label="Among"
          table={table}
          source={{ queryId: answer.queryId }}
          onChange={({ queryId }) =>
            onChange({ ...step, answer: { kind: 'record', tableId: answer.tableId, ...(queryId ? { queryId } : {}) } })
          }
        />
      ) : null}
      {answer.kind === 'confirm' ? (
        <Text look="soft">A no stops the routine before anything was changed.</Text>
      ) : (
        <NameField name={step.name} onRename={onRename} />
      )}
    </>
  );
}

/** What can be chosen, one a line; lines that are still blank are none. */
function ChoicesField({ choices, onChange }: { choices: readonly string[]; onChange: (choices: string[]) => void }) {
  const [text, setText] = useState(choices.join('\n'));
  const type = (next: string) => {
    setText(next);
    onChange(
      next
        .split('\n')
        .map((line) => line.trim())
        .filter((line) => line !== ''),
    );
  };
  return <TextField label="Choices, one a line" multiline numberOfLines={4} value={text} onChangeText={type} />;
}

function RefreshFields({ step, scope, onChange }: FieldsProps<StepOf<'refresh'>>) {
  const { definition } = useApp().state;
  const tableOf = (text: string) => definition.tables.find(({ id }) => id === recordTableAt(definition, scope, text));
  const table = tableOf(step.record);
  const codesOf = (of: Table | undefined) => (of?.columns ?? []).filter(({ kind }) => kind === 'barcode');
  const records = recordChoices(definition, scope).filter(({ value }) => codesOf(tableOf(value)).length > 0);
  const columns = table ? refreshable(table) : [];
  const choose = (record: string) => {
    const of = tableOf(record);
    onChange(
      of === table
        ? { ...step, record }
        : {
            ...step,
            record,
            codeId: codesOf(of)[0]?.id ?? '',
            columnIds: of
              ? refreshable(of)
                  .slice(0, 1)
                  .map(({ id }) => id)
              : [],
          },
    );
  };
  return (
    <>
      <SelectField label="Asks about" options={records} value={step.record} onChange={choose} />
      <SelectField
        label="By its code"
        options={codesOf(table).map(({ id, name }) => ({ value: id, label: name }))}
        value={step.codeId}
        onChange={(codeId) => onChange({ ...step, codeId })}
      />
      <View role="group" aria-label="Sets what it knows of">
        <Text look="strong">Sets what it knows of</Text>
        {columns.map(({ id, name }) => (
          <SwitchField
            key={id}
            label={name}
            value={step.columnIds.includes(id)}
            onChange={(on) =>
              onChange({
                ...step,
                columnIds: columns
                  .map((column) => column.id)
                  .filter((each) => (each === id ? on : step.columnIds.includes(each))),
              })
            }
          />
        ))}
      </View>
    </>
  );
}

function GoFields({ step, scope, onChange }: FieldsProps<StepOf<'go'>>) {
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

function RunFields({ step, scope, routine, onChange }: FieldsProps<StepOf<'run'>>) {
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
