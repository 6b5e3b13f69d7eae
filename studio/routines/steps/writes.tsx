import { View } from 'react-native';
import { useApp } from '../../useApp';
import { firstValues, freeStepName, recordChoices, rowRecord } from '../stepChoices';
import { withoutStep } from '../stepTree';
import { NameField, RecordField, ValuesEditor } from './fieldParts';
import type { StepEditor, StepFieldsProps } from './stepEditor';
import { isAsked, isLink, traitsOf } from '@/core/column';
import type { Column, Definition, StepOf, Table } from '@/core/model';
import { recordTableAt, type StepScope } from '@/core/plan';
import { SelectField, SwitchField, Text } from '@/ui';

function InsertFields({ step, scope, routine, onChange, onRename }: StepFieldsProps<StepOf<'insert'>>) {
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

export const insert: StepEditor<StepOf<'insert'>> = {
  label: 'Add a record',
  make: ({ app, routine, scope }, id) => {
    const [table] = app.tables;
    if (!table) return null;
    const name = freeStepName(routine, table.recordName);
    return { id, kind: 'insert', tableId: table.id, name, values: firstValues(app, scope, table) };
  },
  Fields: InsertFields,
};

function UpdateFields({ step, scope, onChange }: StepFieldsProps<StepOf<'update'>>) {
  const { definition } = useApp().state;
  const tableId = recordTableAt(definition, scope, step.record);
  const table = definition.tables.find(({ id }) => id === tableId);
  const choose = (record: string) =>
    onChange(
      recordTableAt(definition, scope, record) === tableId ? { ...step, record } : { ...step, record, values: [] },
    );
  return (
    <>
      <RecordField label="Changes" scope={scope} text={step.record} onChange={choose} />
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

export const update: StepEditor<StepOf<'update'>> = {
  label: 'Change a record',
  make: (at, id) => {
    const record = rowRecord(at.app, at.scope);
    return record === undefined ? null : { id, kind: 'update', record, values: [] };
  },
  Fields: UpdateFields,
};

export const remove: StepEditor<StepOf<'delete'>> = {
  label: 'Delete a record',
  make: (at, id) => {
    const record = rowRecord(at.app, at.scope);
    return record === undefined ? null : { id, kind: 'delete', record };
  },
  Fields: ({ step, scope, onChange }) => (
    <RecordField
      label="Deletes"
      scope={scope}
      text={step.record}
      onChange={(record) => onChange({ ...step, record })}
    />
  ),
};

/** The columns that what a catalogue says could fill. */
const canBeLookedUp = ({ columns }: Table): Column[] =>
  columns.filter(
    (column) =>
      isAsked(column) &&
      !column.perPerson &&
      !isLink(column) &&
      column.kind !== 'barcode' &&
      !traitsOf(column).isAttachment,
  );

const tableAt = (app: Definition, scope: StepScope, record: string): Table | undefined =>
  app.tables.find(({ id }) => id === recordTableAt(app, scope, record));

const codesOf = (table: Table | undefined) => (table?.columns ?? []).filter(({ kind }) => kind === 'barcode');

const withCodes = (app: Definition, scope: StepScope) =>
  recordChoices(app, scope).filter(({ value }) => codesOf(tableAt(app, scope, value)).length > 0);

function LookUpFields({ step, scope, onChange }: StepFieldsProps<StepOf<'lookUp'>>) {
  const { definition } = useApp().state;
  const tableOf = (text: string) => tableAt(definition, scope, text);
  const table = tableOf(step.record);
  const records = withCodes(definition, scope);
  const columns = table ? canBeLookedUp(table) : [];
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
              ? canBeLookedUp(of)
                  .slice(0, 1)
                  .map(({ id }) => id)
              : [],
          },
    );
  };
  return (
    <>
      <SelectField label="Looks up" options={records} value={step.record} onChange={choose} />
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

export const lookUp: StepEditor<StepOf<'lookUp'>> = {
  label: 'Look up in the catalogue',
  make: ({ app, scope }, id) => {
    const [of] = withCodes(app, scope);
    const table = of && tableAt(app, scope, of.value);
    const [code] = codesOf(table);
    if (!of || !table || !code) return null;
    const columnIds = canBeLookedUp(table)
      .slice(0, 1)
      .map((column) => column.id);
    return { id, kind: 'lookUp', record: of.value, codeId: code.id, columnIds };
  },
  Fields: LookUpFields,
};
