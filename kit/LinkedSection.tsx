import { useQuery } from '@tanstack/react-query';
import Plus from 'lucide-react-native/icons/plus';
import { Pressable, Text, View } from 'react-native';
import { byName, type LinkedList, type Narrowing, SHOWN_NAME } from '@/core/compile';
import { tableOf, useKit } from './context';
import { IconButton, RowText } from './parts';
import { shownText } from './shownText';
import { rowsQuery } from './useRows';

const ROWS_SHOWN = 5;

/** The records that belong to this one: how many, the first few, and the way to add one more. */
export function LinkedSection({ list, recordId }: { list: LinkedList; recordId: number }) {
  const { app, database, navigation, settings } = useKit();
  const table = tableOf(app, list.tableId);
  const narrowed: Narrowing = { kind: 'linked', column: list.column.identifier };
  const params = { linked: recordId };
  const statements = table?.statements;
  const page = useQuery({ ...rowsQuery(database, { sql: statements?.page(byName, narrowed).sql ?? '', params: { ...params, limit: ROWS_SHOWN, offset: 0 } }), enabled: Boolean(table) });
  const counted = useQuery({ ...rowsQuery(database, { sql: statements?.count(narrowed).sql ?? '', params }), enabled: Boolean(table) });
  if (!table) return null;
  const count = Number(counted.data?.rows[0]?.count ?? 0);
  const linked = { columnId: list.column.id, recordId };
  const rows = page.data?.rows ?? [];
  const facts = table.row.line.filter(({ id }) => id !== list.column.id);
  return (
    <View role="group" aria-label={list.title} className="mt-2 border-t border-app-line pt-1">
      <View className="flex-row items-center">
        <Text role="heading" aria-level={3} className="flex-1 font-bold text-[17px] text-app-ink">
          {list.title} <Text className="font-sans text-app-soft">{new Intl.NumberFormat(settings.locale).format(count)}</Text>
        </Text>
        {list.column.unique && count > 0 ? null : <IconButton icon={Plus} label={`Add ${table.recordName} here`} tone="accent" onPress={() => navigation.go({ screenId: `form-${table.id}`, linked })} />}
      </View>
      {rows.map((row) => {
        // Named after the record that we are on, they would all be called the same.
        const [name = '', ...rest] = [...(table.namedBy === list.column.id ? [] : [String(row[SHOWN_NAME])]), ...facts.map((column) => shownText(column, row, settings)).filter((text) => text !== '')];
        const line = rest.join(' · ');
        return (
          <Pressable key={String(row.id)} role="link" aria-label={[name, line].filter(Boolean).join(', ')} onPress={() => navigation.go({ screenId: `record-${table.id}`, recordId: Number(row.id) })} className="min-h-[52px] justify-center border-t border-app-line py-1.5 active:bg-app-tint">
            <RowText name={name || String(row[SHOWN_NAME])} line={line} />
          </Pressable>
        );
      })}
      {count > ROWS_SHOWN ? (
        <Pressable role="link" onPress={() => navigation.go({ screenId: `list-${table.id}`, linked })} className="min-h-[48px] justify-center border-t border-app-line active:bg-app-tint">
          <Text className="font-bold text-[16px] text-app-accent">{`All ${new Intl.NumberFormat(settings.locale).format(count)} ${list.title.toLowerCase()}`}</Text>
        </Pressable>
      ) : null}
    </View>
  );
}
