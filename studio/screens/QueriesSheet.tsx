import Plus from 'lucide-react-native/icons/plus';
import { useState } from 'react';
import { View } from 'react-native';
import type { Query } from '@/core/definition';
import { Button, ChoiceField, SelectField, Sheet, Text } from '@/ui';
import { counted } from '../counted';
import { newId } from '../newId';
import { PausedTextField } from '../PausedTextField';
import { useApp, useEdit } from '../useApp';
import { ExpressionField } from './ExpressionField';
import { OpenLine } from './Section';
import { SortEditor } from './SortEditor';
import { useCount } from './useCount';

/** The named selections of rows that lists, menus and reports can be made of. */
export function QueriesSheet({ onClose }: { onClose: () => void }) {
  const { definition } = useApp().state;
  const edit = useEdit();
  const { queries = [], tables } = definition;
  const [opened, setOpened] = useState<string | null>(null);
  const query = queries.find(({ id }) => id === opened);
  const [first] = tables;
  const add = () => {
    if (!first) return;
    const made: Query = { id: newId(), name: `Some ${first.name.toLowerCase()}`, tableId: first.id };
    edit.mutate({ edit: { kind: 'setQuery', query: made } }, { onSuccess: () => setOpened(made.id) });
  };
  if (query) return <QuerySheet query={query} onClose={() => setOpened(null)} />;
  return (
    <Sheet beside title="Queries" onClose={onClose} foot={<Button kind="main" icon={Plus} label="Add query" disabled={!first || edit.isPending} onPress={add} />}>
      <Text look="soft">A query selects rows of a table. Lists, menus and reports can be made of one.</Text>
      <View role="list" aria-label="Queries">
        {queries.map(({ id, name, tableId, condition }) => (
          <View key={id} role="listitem" className="border-b border-stem">
            <OpenLine name={name} facts={[tables.find((table) => table.id === tableId)?.name ?? '', condition ?? 'all rows'].join(': ')} onOpen={() => setOpened(id)} />
          </View>
        ))}
      </View>
    </Sheet>
  );
}

function QuerySheet({ query, onClose }: { query: Query; onClose: () => void }) {
  const { definition } = useApp().state;
  const edit = useEdit();
  const table = definition.tables.find(({ id }) => id === query.tableId);
  const set = (change: Partial<Query>) => edit.mutate({ edit: { kind: 'setQuery', query: Object.fromEntries(Object.entries({ ...query, ...change }).filter(([, value]) => value !== undefined)) as Query } });
  if (!table) return null;
  return (
    <Sheet
      beside
      title={query.name}
      onClose={onClose}
      foot={
        <>
          <Button kind="danger" label="Remove query" onPress={() => edit.mutate({ edit: { kind: 'removeQuery', queryId: query.id } }, { onSuccess: onClose })} />
          <Button kind="main" label="Done" onPress={onClose} />
        </>
      }
    >
      <PausedTextField label="Name" maxLength={80} value={query.name} onChange={(name) => set({ name })} />
      <SelectField label="Of the table" options={definition.tables.map(({ id, name }) => ({ value: id, label: name }))} value={query.tableId} onChange={(tableId) => set({ tableId, condition: undefined, order: undefined })} />
      <ExpressionField label="Rows where" none="All rows" table={table} text={query.condition} expected="condition" onChange={(condition) => set({ condition })} />
      <Selected table={table} condition={query.condition} />
      <Text look="strong">Order</Text>
      <SortEditor table={table} sort={query.order ?? []} onChange={(order) => set({ order: order.length > 0 ? order : undefined })} />
      <ChoiceField label="At most" choices={['0', '10', '50', '100', '1000'].map((limit) => ({ value: limit, label: limit === '0' ? 'All' : limit }))} value={String(query.limit ?? 0)} onChange={(limit) => set({ limit: Number(limit) || undefined })} />
    </Sheet>
  );
}

function Selected({ table, condition }: { table: NonNullable<Parameters<typeof useCount>[0]>; condition: string | undefined }) {
  const count = useCount(table, condition);
  return count ? <Text look="soft" role="status">{`Selects ${counted(count.holds, 'row', 'rows')} of ${counted(count.all, 'row', 'rows')} now.`}</Text> : null;
}
