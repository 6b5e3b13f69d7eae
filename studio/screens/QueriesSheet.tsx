import Plus from 'lucide-react-native/icons/plus';
import { useState } from 'react';
import { View } from 'react-native';
import type { Query } from '@/core/model';
import { Button, Sheet, Text } from '@/ui';
import { newId } from '../newId';
import { useApp, useEdit } from '../useApp';
import { QuerySheet } from './QuerySheet';
import { OpenLine } from './Section';

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
    <Sheet
      beside
      title="Queries"
      onClose={onClose}
      foot={<Button kind="main" icon={Plus} label="Add query" disabled={!first || edit.isPending} onPress={add} />}
    >
      <Text look="soft">A query selects rows of a table. Lists, menus and reports can be made of one.</Text>
      <View role="list" aria-label="Queries">
        {queries.map(({ id, name, tableId, condition, sql }) => (
          <View key={id} role="listitem" className="border-b border-stem">
            <OpenLine
              name={name}
              facts={[
                tables.find((table) => table.id === tableId)?.name ?? '',
                sql === undefined ? (condition ?? 'all rows') : 'written by hand',
              ].join(': ')}
              onOpen={() => setOpened(id)}
            />
          </View>
        ))}
      </View>
    </Sheet>
  );
}
