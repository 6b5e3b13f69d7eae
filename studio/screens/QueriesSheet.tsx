import Plus from 'lucide-react-native/icons/plus';
import { View } from 'react-native';
import type { Query } from '@/core/model';
import { Button, Sheet, Text } from '@/ui';
import { useAddress, useOpen } from '../address';
import { newId } from '../newId';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { QuerySheet } from './QuerySheet';
import { OpenLine } from './Section';

/** The named selections of rows that lists, menus and reports can be made of. */
export function QueriesSheet() {
  const { definition } = useApp().state;
  const edit = useEdit();
  const { queries = [], tables } = definition;
  const { id: openId } = useAddress();
  const { open, leave } = useOpen();
  const query = queries.find(({ id }) => id === openId);
  const openQuery = (id: string) => open({ room: 'queries', id });
  const [first] = tables;
  const add = () => {
    if (!first) return;
    const made: Query = { id: newId(), name: `Some ${first.name.toLowerCase()}`, tableId: first.id };
    edit.mutate({ edit: { kind: 'setQuery', query: made } }, { onSuccess: () => openQuery(made.id) });
  };
  if (query) return <QuerySheet query={query} onClose={() => leave({ room: 'queries' })} />;
  return (
    <Sheet
      title="Queries"
      onClose={() => leave({ room: 'screens' })}
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
              onOpen={() => openQuery(id)}
            />
          </View>
        ))}
      </View>
    </Sheet>
  );
}
