import { useQuery } from '@tanstack/react-query';
import Plus from 'lucide-react-native/icons/plus';
import { View } from 'react-native';
import { Text } from '../base/Text';
import { screenOf, tableOf, useKit } from '../base/context';
import { IconButton, RowText } from '../base/parts';
import { rowsQuery } from '../data/rowsQuery';
import { LinkPress } from '../rows/LinkPress';
import { slotWords } from '../rows/slots';
import { totalWords } from '../rows/totals';
import {
  byDesign,
  type CompiledList,
  type CompiledTable,
  COUNT,
  countSql,
  type LinkedPart,
  listSql,
  type Narrowing,
  NO_STATEMENT,
  SHOWN_NAME,
  wayTo,
} from '@/core/compiled';
import type { Row } from '@/core/driver';
import type { FormatSettings } from '@/core/format';

/** The records that belong to this one: how many, the first few, their totals, and the way to add one more. */
export function LinkedSection({ list: part, recordId }: { list: LinkedPart; recordId: number }) {
  const { app } = useKit();
  const table = tableOf(app, part.tableId);
  const listScreenId = wayTo(app, 'list', part.tableId, part.listScreenId ?? undefined);
  const screen = listScreenId === null ? undefined : screenOf(app, listScreenId);
  if (!table) return null;
  return (
    <Section
      part={part}
      table={table}
      list={screen?.kind === 'list' ? screen.list : table.list}
      listScreenId={listScreenId}
      recordId={recordId}
    />
  );
}

interface SectionProps {
  part: LinkedPart;
  table: CompiledTable;
  list: CompiledList;
  listScreenId: string | null;
  recordId: number;
}

function Section(props: SectionProps) {
  const { part, table, list, listScreenId, recordId } = props;
  const { app, navigation, settings } = useKit();
  const { page, request, count, sums } = useLinkedRows(props);
  const recordScreen = wayTo(app, 'record', table.id);
  const linked = { columnId: part.column.id, recordId };
  const figure = new Intl.NumberFormat(settings.locale).format(count);
  return (
    <View
      role="group"
      aria-label={part.title}
      className="mt-2 border-t border-app-line pt-1"
      {...{ dataSet: { part: part.id } }}
    >
      <SectionHead part={part} table={table} linked={linked} count={count} figure={figure} />
      {sums && part.totals.length > 0 ? (
        <Text className="pb-1.5 font-medium text-[15px] text-app-ink">
          {part.totals.map((total) => totalWords(total, sums, settings)).join(' · ')}
        </Text>
      ) : null}
      {page.map((row, index) => {
        const { name, line } = linkedWords(part, table, list, row, settings);
        return (
          <LinkPress
            key={String(row.id)}
            aria-label={[name, line].filter(Boolean).join(', ')}
            disabled={!recordScreen}
            onPress={() =>
              recordScreen &&
              navigation.go({ screenId: recordScreen, recordId: Number(row.id), among: { request, index, count } })
            }
            className="min-h-[52px] justify-center border-t border-app-line py-1.5 active:bg-app-tint"
          >
            <RowText name={name} line={line} />
          </LinkPress>
        );
      })}
      {count > part.rows && listScreenId ? (
        <LinkPress
          onPress={() => navigation.go({ screenId: listScreenId, linked })}
          className="min-h-[48px] justify-center border-t border-app-line active:bg-app-tint"
        >
          <Text className="font-bold text-[16px] text-app-accent">{`All ${figure} ${part.title.toLowerCase()}`}</Text>
        </LinkPress>
      ) : null}
    </View>
  );
}

/** The first few of the records that belong to one, how many there are, and their totals. */
function useLinkedRows({ part, list, recordId }: SectionProps) {
  const { database } = useKit();
  const narrowed: Narrowing = { linked: part.column.identifier };
  const params = { linked: recordId };
  const request = { ...listSql(list, byDesign, narrowed), params };
  const page = useQuery({
    ...rowsQuery(database, { ...request, params: { ...params, limit: part.rows, offset: 0 } }),
    enabled: part.rows > 0,
  });
  const counted = useQuery(rowsQuery(database, { ...countSql(list, narrowed), params }));
  const totals = useQuery({
    ...rowsQuery(database, { ...(part.statement ?? NO_STATEMENT), params }),
    enabled: part.statement !== null,
  });
  return {
    request,
    page: page.data?.rows ?? [],
    count: Number(counted.data?.rows[0]?.[COUNT] ?? 0),
    sums: totals.data?.rows[0],
  };
}

interface SectionHeadProps {
  part: LinkedPart;
  table: CompiledTable;
  linked: { columnId: string; recordId: number };
  count: number;
  figure: string;
}

/** What belongs to the record and how many; with the way to add one, unless it may have but one. */
function SectionHead({ part, table, linked, count, figure }: SectionHeadProps) {
  const { app, navigation } = useKit();
  const formScreen = wayTo(app, 'form', table.id);
  return (
    <View className="flex-row items-center">
      <Text role="heading" aria-level={3} className="flex-1 font-bold text-[17px] text-app-ink">
        {part.title} <Text className="font-sans text-[17px] text-app-soft">{figure}</Text>
      </Text>
      {(part.column.unique && count > 0) || !formScreen ? null : (
        <IconButton
          icon={Plus}
          label={`Add ${table.recordName} here`}
          tone="accent"
          onPress={() => navigation.go({ screenId: formScreen, linked })}
        />
      )}
    </View>
  );
}

/**
 * How a record that belongs to another is told there. Named after that one, all of them would be called the same; nor
 * is it told again among their facts.
 */
function linkedWords(
  { column }: LinkedPart,
  table: CompiledTable,
  { row: design }: CompiledList,
  row: Row,
  settings: FormatSettings,
): { name: string; line: string } {
  const isAbout = (slot: { column: { id: string }; link: unknown }) =>
    slot.link !== null && slot.column.id === column.id;
  const facts = [...design.lines, ...design.edge]
    .filter((slot) => !isAbout(slot))
    .map((slot) => slotWords(slot, row, settings))
    .filter((text) => text !== '');
  const own = design.title
    ? slotWords(design.title, row, settings)
    : table.namedBy === column.id
      ? ''
      : String(row[SHOWN_NAME]);
  const [name = String(row[SHOWN_NAME]), ...rest] = own ? [own, ...facts] : facts;
  return { name, line: rest.join(' · ') };
}
