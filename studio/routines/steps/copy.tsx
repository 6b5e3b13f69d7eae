import { View } from 'react-native';
import { mustBeGiven } from '@/core/column';
import { copyOf, newCopy, withLines, withoutLines } from '@/core/edit';
import type { StepOf } from '@/core/model';
import { copiedColumns, copiedTables, linesToCopy } from '@/core/plan';
import { SwitchField, Text } from '@/ui';
import { useApp } from '../../useApp';
import { freeStepName, rowRecord } from '../stepChoices';
import { NameField, RecordField, ValuesEditor } from './fieldParts';
import type { StepEditor, StepFieldsProps } from './stepEditor';

type CopyStep = StepOf<'copy'>;

function CopyFields({ step, scope, onChange, onRename }: StepFieldsProps<CopyStep>) {
  const { definition } = useApp().state;
  const copied = copiedTables(definition, step, scope) ?? [];
  const [own] = copied;
  const lines = [
    ...copied.slice(1).map(({ table, by }) => ({ table, id: by?.id ?? '' })),
    ...linesToCopy(definition, copied).map(({ table, by }) => ({ table, id: by.id })),
  ];
  const take = (id: string, on: boolean) => onChange((on ? withLines : withoutLines)(definition, scope, step, id));
  const reset = (id: string, on: boolean) =>
    onChange({ ...step, resetIds: on ? [...step.resetIds, id] : step.resetIds.filter((each) => each !== id) });
  return (
    <>
      <RecordField
        label="Copies"
        scope={scope}
        text={step.record}
        onChange={(record) => onChange(copyOf(definition, scope, step, record))}
      />
      {lines.length > 0 ? (
        <View role="group" aria-label="With its lines">
          <Text look="strong">With its lines</Text>
          {lines.map(({ table, id }) => (
            <SwitchField
              key={id}
              label={table.name}
              value={step.lineIds.includes(id)}
              onChange={(on) => take(id, on)}
            />
          ))}
        </View>
      ) : null}
      {own ? (
        <ValuesEditor
          step={step}
          scope={scope}
          table={{ ...own.table, columns: copiedColumns(own.table) }}
          tableId={own.table.id}
          values={step.values}
          onChange={(values) =>
            onChange({
              ...step,
              values,
              resetIds: step.resetIds.filter((id) => !values.some(({ columnId }) => columnId === id)),
            })
          }
        />
      ) : null}
      {copied.map(({ table, by }) => (
        <View key={table.id} role="group" aria-label={`Begins anew in ${table.name}`}>
          <Text look="strong">Begins anew in {table.name}</Text>
          {copiedColumns(table)
            .filter((column) => !mustBeGiven(column) && column.id !== by?.id)
            .filter(({ id }) => by !== null || !step.values.some(({ columnId }) => columnId === id))
            .map(({ id, name }) => (
              <SwitchField key={id} label={name} value={step.resetIds.includes(id)} onChange={(on) => reset(id, on)} />
            ))}
        </View>
      ))}
      <NameField name={step.name} onRename={onRename} />
    </>
  );
}

export const copy: StepEditor<CopyStep> = {
  label: 'Copy a record',
  make: ({ app, routine, scope }, id) => {
    const record = rowRecord(app, scope);
    if (record === undefined) return null;
    const name = freeStepName(routine, 'copy');
    return newCopy(app, scope, { id, kind: 'copy', record, name, values: [], resetIds: [], lineIds: [] });
  },
  Fields: CopyFields,
};
