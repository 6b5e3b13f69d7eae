import { View } from 'react-native';
import { mustBeGiven } from '@/core/column';
import type { Definition, StepOf } from '@/core/model';
import {
  copiedColumns,
  type CopiedTable,
  copiedTables,
  distinctions,
  linesToCopy,
  recordTableAt,
  type StepScope,
} from '@/core/plan';
import { SwitchField, Text } from '@/ui';
import { useApp } from '../../useApp';
import { freeStepName, rowRecord } from '../stepChoices';
import { NameField, RecordField, ValuesEditor } from './fieldParts';
import type { StepEditor, StepFieldsProps } from './stepEditor';

type CopyStep = StepOf<'copy'>;

/** As many of the lines as still belong to what is copied, and resets of what is still there. */
function standing(app: Definition, scope: StepScope, step: CopyStep, lineIds: readonly string[]): CopyStep {
  const kept: string[] = [];
  for (const id of lineIds) if (copiedTables(app, { ...step, lineIds: [...kept, id] }, scope)) kept.push(id);
  const copied = copiedTables(app, { ...step, lineIds: kept }, scope) ?? [];
  const columns = copied.flatMap(({ table }) => copiedColumns(table));
  return { ...step, lineIds: kept, resetIds: step.resetIds.filter((id) => columns.some((column) => column.id === id)) };
}

/** Of a table that comes in: what must be different in every record is reset, where it can be. */
const resetsOf = ({ table, by }: CopiedTable): string[] =>
  distinctions(table).flatMap(({ columns }) => {
    const free = columns.find((column) => !mustBeGiven(column) && column.id !== by?.id);
    return free && !columns.some(({ id }) => id === by?.id) ? [free.id] : [];
  });

function CopyFields({ step, scope, onChange, onRename }: StepFieldsProps<CopyStep>) {
  const { definition } = useApp().state;
  const copied = copiedTables(definition, step, scope) ?? [];
  const [own] = copied;
  const lines = [
    ...copied.slice(1).map(({ table, by }) => ({ table, id: by?.id ?? '' })),
    ...linesToCopy(definition, copied).map(({ table, by }) => ({ table, id: by.id })),
  ];
  const take = (id: string, on: boolean) => {
    const next = standing(
      definition,
      scope,
      step,
      on ? [...step.lineIds, id] : step.lineIds.filter((each) => each !== id),
    );
    const added = on ? copiedTables(definition, next, scope)?.at(-1) : undefined;
    onChange(added ? { ...next, resetIds: [...next.resetIds, ...resetsOf(added)] } : next);
  };
  const reset = (id: string, on: boolean) =>
    onChange({ ...step, resetIds: on ? [...step.resetIds, id] : step.resetIds.filter((each) => each !== id) });
  return (
    <>
      <RecordField
        label="Copies"
        scope={scope}
        text={step.record}
        onChange={(record) =>
          onChange(
            recordTableAt(definition, scope, record) === own?.table.id
              ? { ...step, record }
              : newCopy(definition, scope, { ...step, record }),
          )
        }
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

/** A copy of a record by itself, with what must be different reset. */
function newCopy(app: Definition, scope: StepScope, step: CopyStep): CopyStep {
  const bare: CopyStep = { ...step, values: [], resetIds: [], lineIds: [] };
  const [own] = copiedTables(app, bare, scope) ?? [];
  return own ? { ...bare, resetIds: resetsOf(own) } : bare;
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
