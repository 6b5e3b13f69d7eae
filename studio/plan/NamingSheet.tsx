import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { worker } from '../client';
import { useApp, useGeneration } from '../useApp';
import { useEdit } from '../useEdit';
import { definitionFaults } from '@/core/check';
import { firstReason } from '@/core/fault';
import type { Naming, Table } from '@/core/model';
import { shownNameSql, withArticle } from '@/core/plan';
import { as, quoteName, rowsOf, sql } from '@/core/sql';
import { Button, Callout, ChoiceField, Picker, Sheet, Text, TextField } from '@/ui';
import { kindLooks } from './kinds';

/** What names a record: a column or an expression, tried at once on the rows that are there. */
export function NamingSheet({ table, onClose }: { table: Table; onClose: () => void }) {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const edit = useEdit();
  const [naming, setNaming] = useState<Naming>(table.naming);
  const columns = table.columns.filter(({ kind }) => kind !== 'yesNo');
  const first = columns[0]?.id ?? '';
  const own = columns.filter(({ kind }) => kind !== 'link');
  const example = `${own[0]?.identifier} || ', ' || ${(own[1] ?? own[0])?.identifier}`;
  const trial: Table = { ...table, naming };
  const plan = {
    ...state.definition,
    tables: state.definition.tables.map((each) => (each.id === table.id ? trial : each)),
  };
  const fault = firstReason(definitionFaults(plan));
  const samples = useQuery({
    queryKey: ['naming', appId, generation, table.id, naming],
    queryFn: () =>
      worker().api.read(appId, {
        ...sql`
          SELECT ${as(shownNameSql(plan, trial, `${quoteName(table.identifier)}.`), 'name')}
          FROM ${rowsOf(table.identifier)}
          ORDER BY "id"
          LIMIT 4`,
      }),
    enabled: fault === null,
    gcTime: 0,
  });
  return (
    <Sheet
      title={`What names ${withArticle(table.recordName)}`}
      onClose={onClose}
      foot={
        <Button
          kind="main"
          label="Save"
          disabled={fault !== null || edit.isPending}
          onPress={() =>
            edit.mutate({ edit: { kind: 'setNaming', tableId: table.id, naming } }, { onSuccess: onClose })
          }
        />
      }
    >
      <ChoiceField
        label="Named by"
        choices={[
          { value: 'column', label: 'A column' },
          { value: 'expression', label: 'An expression' },
        ]}
        value={naming.kind}
        onChange={(kind) =>
          setNaming(kind === 'column' ? { kind, columnId: first } : { kind, text: own[0]?.identifier ?? '' })
        }
      />
      {naming.kind === 'column' ? (
        <Picker
          label="Column"
          options={columns.map(({ id, name, kind }) => ({ value: id, label: name, icon: kindLooks[kind].icon }))}
          value={naming.columnId}
          onChange={(columnId) => setNaming({ kind: 'column', columnId })}
        />
      ) : (
        <TextField
          label="Expression"
          help={[
            `SQL over ${table.columns.map(({ identifier }) => identifier).join(', ')}.`,
            `Join texts with ||, as in ${example}.`,
          ].join(' ')}
          value={naming.text}
          onChangeText={(text) => setNaming({ kind: 'expression', text })}
          autoCapitalize="none"
          multiline
        />
      )}
      {fault ? <Callout tone="rust">{fault}</Callout> : null}
      {!fault && (samples.data?.rows.length ?? 0) > 0 ? (
        <View className="gap-1">
          <Text look="strong">On the first rows</Text>
          {samples.data?.rows.map(({ name }, index) => (
            <Text key={index}>{String(name)}</Text>
          ))}
        </View>
      ) : null}
    </Sheet>
  );
}
