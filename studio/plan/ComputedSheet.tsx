import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Suspense, useMemo, useState } from 'react';
import { View } from 'react-native';
import { useBench, worker } from '../client';
import { ExpressionEditor } from '../editor';
import { ClipMenu } from '../clip';
import { newId } from '../newId';
import { HelpLink } from '../help';
import { useApp, useGeneration } from '../useApp';
import { useEdit } from '../useEdit';
import { RemoveButton } from './RemoveButton';
import { useImpacts } from './useImpacts';
import { type ColumnSettings, formatValue } from '@/core/column';
import type { Edit } from '@/core/edit';
import { analyseExpression, type ExpressionFault, expressionReason, valueOf } from '@/core/expression';
import { type ColumnOf, MOST_NAME, type Table } from '@/core/model';
import { ofType, planScope, shownNameSql } from '@/core/plan';
import { as, constant, type Fragment, quoteName, rowsOf, sql, typeWords } from '@/core/sql';
import { Button, Callout, Sheet, Text, TextField } from '@/ui';

const ROWS_TRIED = 5;

/** A computed column as it is being written, tried at once on the rows that are there. */
export function ComputedSheet({
  table,
  column,
  onClose,
}: {
  table: Table;
  column: ColumnOf<'expression'> | null;
  onClose: () => void;
}) {
  const { state } = useApp();
  const edit = useEdit();
  const [id] = useState(() => column?.id ?? newId());
  const [name, setName] = useState(column?.name ?? '');
  const [text, setText] = useState(column?.text ?? '');
  // Its own table without it: it cannot be made of itself.
  const scope = useMemo(
    () =>
      planScope({
        tables: state.definition.tables.map((each) =>
          each.id === table.id ? { ...each, columns: each.columns.filter((other) => other.id !== id) } : each,
        ),
      })(table.id),
    [state.definition, table.id, id],
  );
  const compiled = useMemo(
    () => analyseExpression(text, scope, `${quoteName(table.identifier)}.`),
    [text, scope, table.identifier],
  );
  const isWritten = text.trim() !== '';
  const settings: ColumnSettings = {
    id,
    name,
    kind: 'expression',
    text,
    required: false,
    unique: false,
    default: { kind: 'none' },
  };
  const made: Edit = { kind: column ? 'changeColumn' : 'addColumn', tableId: table.id, column: settings };
  const isReady = isWritten && compiled.faults.length === 0;
  const { fault } = useImpacts(isReady && name.trim() !== '' ? made : null);
  return (
    <Sheet
      title={column ? `Computed ${column.name}` : `Add computed column to ${table.name}`}
      onClose={onClose}
      foot={
        <>
          {column ? (
            <RemoveButton
              what="column"
              name={column.name}
              edit={{ kind: 'removeColumn', tableId: table.id, columnId: column.id }}
              harmless="It is computed: no row loses a value."
            />
          ) : null}
          {column ? <ClipMenu item={{ kind: 'columns', tableId: table.id, ids: [column.id] }} /> : null}
          <Button
            kind="main"
            label={column ? 'Save column' : 'Add column'}
            disabled={!isReady || name.trim() === '' || Boolean(fault) || edit.isPending}
            onPress={() => edit.mutate({ edit: made }, { onSuccess: onClose })}
          />
        </>
      }
    >
      <TextField most={MOST_NAME} label="Name" value={name} onChangeText={setName} autoFocus={!column} />
      <View className="gap-1.5">
        <Text look="strong">Expression</Text>
        <Suspense fallback={<View className="h-[122px]" aria-busy />}>
          <ExpressionEditor
            label="Expression"
            text={text}
            table={scope}
            faults={isWritten ? compiled.faults : NONE}
            onChange={setText}
          />
        </Suspense>
        <Text look="soft">
          SQL over this record. A dot follows a link, as in performer.name; an aggregate runs over the many side, as in
          sum(repairs.cost).
        </Text>
        <HelpLink page="expressions" label="More about expressions" />
      </View>
      {isWritten
        ? compiled.faults.map((each) => (
            <Fault
              key={`${each.start} ${each.code}`}
              fault={each}
              onMend={(mended) => setText(text.slice(0, each.start) + mended + text.slice(each.end))}
            />
          ))
        : null}
      {isReady && fault ? <Callout tone="rust">{fault}</Callout> : null}
      {isReady ? (
        <Tried
          table={table}
          value={valueOf(compiled)}
          column={ofType({ ...settings, identifier: 'value' }, compiled.type)}
          type={typeWords(compiled.type)}
        />
      ) : null}
    </Sheet>
  );
}

const NONE: readonly ExpressionFault[] = [];

function Fault({ fault, onMend }: { fault: ExpressionFault; onMend: (text: string) => void }) {
  const { start, suggestion } = fault;
  return (
    <View className="gap-2">
      <Callout tone="rust">{`At character ${start + 1}: ${expressionReason(fault)}.`}</Callout>
      {suggestion ? <Button label={`Use ${suggestion}`} onPress={() => onMend(suggestion)} /> : null}
    </View>
  );
}

/** What it gives for the first rows of now. */
function Tried({
  table,
  value,
  column,
  type,
}: {
  table: Table;
  value: Fragment;
  column: Parameters<typeof formatValue>[0];
  type: string;
}) {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const person = useBench((bench) => bench.person);
  const name = shownNameSql(state.definition, table, `${quoteName(table.identifier)}.`);
  const rows = useQuery({
    queryKey: ['tried', appId, generation, person, table.id, value.sql],
    queryFn: () =>
      worker().api.read(appId, {
        ...sql`
          SELECT ${[as(name, 'name'), as(value, 'value')]}
          FROM ${rowsOf(table.identifier)}
          ORDER BY "id"
          LIMIT ${constant(ROWS_TRIED)}`,
        person,
      }),
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  if (rows.error) return <Callout tone="rust">{String(rows.error)}</Callout>;
  return (
    <View role="group" aria-label="Tried on rows" className="gap-1">
      <Text look="soft">{`It gives ${type}. On the rows of now:`}</Text>
      {(rows.data?.rows ?? []).map((row, index) => (
        <View key={index} className="flex-row justify-between gap-4 border-b border-stem py-1.5">
          <Text look="body" className="flex-1" numberOfLines={1}>
            {String(row.name)}
          </Text>
          <Text look="strong" style={{ fontVariant: ['tabular-nums'] }}>
            {formatValue(column, row.value as string | number | null) || '–'}
          </Text>
        </View>
      ))}
      {rows.data?.rows.length === 0 ? <Text look="soft">There are no rows yet.</Text> : null}
    </View>
  );
}
