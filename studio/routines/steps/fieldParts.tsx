import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { useMemo } from 'react';
import { View } from 'react-native';
import { isAsked, columnTraits, traitsOf } from '@/core/column';
import { type Assignment, type Definition, GIVEN_NAME, type Step, type Table } from '@/core/model';
import {
  analysedAt,
  columnText,
  isPersonal,
  recordTableAt,
  stepNames,
  type StepScope,
  stepValueWords,
} from '@/core/plan';
import { Button, IconButton, SelectField, TextField } from '@/ui';
import { ConditionField, type GivenValue } from '../../screens/ConditionField';
import { useApp } from '../../useApp';
import { capital, recordChoices, valueChoices } from '../stepChoices';
import { StepValue } from '../StepValue';

export function NameField({ name, onRename }: { name: string; onRename: (name: string) => void }) {
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

export function RecordField({
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
export function ValuesEditor({
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
  const settable = table.columns.filter((column) => isAsked(column) && !traitsOf(column).isAttachment);
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

/** A condition, by touch with what is at hand; where there is no row, written. */
export function Condition({
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
        .filter(({ kind }) => !columnTraits[kind].isAttachment)
        .map((column) => `${name}.${columnText(column)}`),
    ]),
  ].map(of);
}
