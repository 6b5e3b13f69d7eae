import { useMemo } from 'react';
import { View } from 'react-native';
import { takenOver } from '@/core/compile';
import type { Query, Table } from '@/core/model';
import { firstReason } from '@/core/fault';
import { handSqlFaults, parametersOf, queryScope, renameParameter } from '@/core/plan';
import { Button, ChoiceField, SelectField, Sheet, Text } from '@/ui';
import { Below } from '../Below';
import { ClipMenu } from '../clip';
import { CodeLink } from '../code';
import { counted, figure } from '../counted';
import { PausedTextField } from '../PausedTextField';
import { say } from '../Toasts';
import { definitionNow, useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { useRemoval } from '../useRemoval';
import { ConditionField } from './ConditionField';
import { HandSqlField } from './HandSqlField';
import { FirstRows, QueryReading } from './QueryReading';
import { ParametersEditor } from './ParametersEditor';
import { SortEditor } from './SortEditor';
import { useCount } from './useCount';

/** One query: which rows, in which order, how many; with what it selects now and how. */
export function QuerySheet({ query, onClose }: { query: Query; onClose: () => void }) {
  const { appId, state } = useApp();
  const { definition } = state;
  const edit = useEdit();
  const { remove } = useRemoval();
  const table = definition.tables.find(({ id }) => id === query.tableId);
  const set = (change: Partial<Query>) => {
    const now = definitionNow(appId, definition).queries?.find(({ id }) => id === query.id);
    // What was typed last in one that is gone does not bring it back.
    if (!now) return;
    edit.mutate({
      edit: {
        kind: 'setQuery',
        query: Object.fromEntries(
          Object.entries({ ...now, ...change }).filter(([, value]) => value !== undefined),
        ) as Query,
      },
    });
  };
  return table ? (
    <Sheet
      title={query.name}
      onClose={onClose}
      foot={
        <>
          <Button
            kind="danger"
            label="Remove query"
            onPress={() => remove(query.name, { kind: 'removeQuery', queryId: query.id })}
          />
          <ClipMenu item={{ kind: 'query', id: query.id }} />
          <CodeLink of={query.id} />
          <Button kind="main" label="Done" onPress={onClose} />
        </>
      }
    >
      {/* From one query to the next the sheet stays; what is typed in it belongs to one of them. */}
      <QueryFields key={query.id} table={table} query={query} set={set} />
    </Sheet>
  ) : null;
}

interface QueryFieldsProps {
  table: Table;
  query: Query;
  set: (change: Partial<Query>) => void;
}

function QueryFields({ table, query, set }: QueryFieldsProps) {
  const { tables } = useApp().state.definition;
  return (
    <>
      <PausedTextField label="Name" maxLength={80} value={query.name} onChange={(name) => set({ name })} />
      <SelectField
        label="Of the table"
        options={tables.map(({ id, name }) => ({ value: id, label: name }))}
        value={query.tableId}
        onChange={(tableId) => set({ tableId, condition: undefined, order: undefined, sql: undefined })}
      />
      <Below>
        <SelectionFields table={table} query={query} set={set} />
      </Below>
    </>
  );
}

/** What it selects, by what it is told, and how that is found. */
function SelectionFields({ table, query, set }: QueryFieldsProps) {
  const { definition } = useApp().state;
  const scope = useMemo(() => queryScope(definition, query), [definition, query]);
  const given = useMemo(
    () =>
      Object.entries(parametersOf(definition, query)).map(([name, { type }]) => ({ name, label: `:${name}`, type })),
    [definition, query],
  );
  const count = useCount(table, query.condition, query.parameters, query.sql);
  return (
    <>
      <ParametersEditor
        table={table}
        parameters={query.parameters ?? []}
        onChange={(next) => set({ parameters: next.length > 0 ? next : undefined })}
        onRename={(from, to) => set(renameParameter(query, from, to))}
      />
      {query.sql === undefined ? (
        <>
          <ConditionField
            key={table.id}
            table={table}
            text={query.condition}
            scope={scope}
            given={given}
            onChange={(condition) => set({ condition })}
          />
          <View className="items-start">
            <Button
              label="Write it as SQL"
              onPress={() => {
                const sql = takenOver(definition, table, query);
                const reason = firstReason(handSqlFaults(definition, { ...query, sql }));
                if (reason) say({ text: `This query stays with its conditions: ${reason}.`, tone: 'problem' });
                else set({ sql });
              }}
            />
          </View>
        </>
      ) : (
        <HandSqlField
          key={table.id}
          table={table}
          query={query}
          onChange={(sql) => set({ sql })}
          onGiveUp={() => set({ sql: undefined })}
        />
      )}
      {count ? (
        <Text look="soft" role="status">
          {[
            `Selects ${figure(Math.min(count.holds, query.limit ?? count.holds))}`,
            `of ${counted(count.all, 'row', 'rows')} now.`,
          ].join(' ')}
        </Text>
      ) : null}
      <FirstRows table={table} query={query} />
      <Text look="strong">Order</Text>
      <SortEditor
        table={table}
        sort={query.order ?? []}
        onChange={(order) => set({ order: order.length > 0 ? order : undefined })}
      />
      <ChoiceField
        label="At most"
        choices={['0', '10', '50', '100', '1000'].map((limit) => ({
          value: limit,
          label: limit === '0' ? 'All' : limit,
        }))}
        value={String(query.limit ?? 0)}
        onChange={(limit) => set({ limit: Number(limit) || undefined })}
      />
      {count ? <QueryReading table={table} query={query} count={count} /> : null}
    </>
  );
}
