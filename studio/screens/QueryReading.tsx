import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { accessOf, besides, type PlanStep, queryStatement, SHOWN_NAME } from '@/core/compile';
import { columnAtPath, columnOfText, columnText, clausesOf, type Query, scalarOf, type Table } from '@/core/definition';
import { formatAs } from '@/core/format';
import { isIndexable } from '@/core/schema';
import { rowsQuery } from '@/kit';
import { Button, Callout, Text } from '@/ui';
import { useBench } from '../client';
import { counted, figure } from '../counted';
import { useApp, useEdit } from '../useApp';
import { useStudioDatabase } from '../useStudioDatabase';
import type { Counted } from './useCount';

const FIRST = 5;
const FACTS = 3;

/** The first rows that a query selects now, each with what it is selected and ordered by. */
export function FirstRows({ table, query }: { table: Table; query: Query }) {
  const { definition } = useApp().state;
  const settings = useBench((bench) => bench.settings);
  const asked = [...(clausesOf(definition, table.id, query.condition ?? '') ?? []).map(({ path }) => path), ...(query.order ?? []).map(({ text }) => text)];
  // Rows of one name are told apart by the table's first columns.
  const others = table.columns.map(columnText);
  const shown = [...new Set([...asked, ...others])].filter((text) => !isName(definition, table, text) && !['picture', 'file'].includes(columnAtPath(definition, table.id, text)?.column.kind ?? '')).slice(0, FACTS);
  const statement = queryStatement(definition, table, { ...query, limit: Math.min(FIRST, query.limit ?? FIRST) }, Object.fromEntries(shown.map((text, index) => [`_v${index}`, text])));
  const { data, error } = useQuery({ ...rowsQuery(useStudioDatabase(), statement), placeholderData: keepPreviousData });
  if (error) return <Callout tone="rust">The condition cannot be reckoned on one of the rows. Guard it, with coalesce or CASE, say.</Callout>;
  return (
    <View role="list" aria-label="First rows">
      {(data?.rows ?? []).map((row) => (
        <View key={Number(row.id)} role="listitem" className="border-b border-stem py-2">
          <Text look="strong" numberOfLines={1}>
            {String(row[SHOWN_NAME])}
          </Text>
          <Text look="soft" numberOfLines={2}>
            {shown
              .map((text, index) => {
                const column = columnOfText(definition, table.id, text);
                const value = scalarOf(row[`_v${index}`]);
                const words = column.kind === 'link' ? String(value ?? '') : formatAs(column, undefined, value, settings);
                return `${columnAtPath(definition, table.id, text)?.column.name ?? text}: ${words || 'blank'}`;
              })
              .join(' · ')}
          </Text>
        </View>
      ))}
    </View>
  );
}

const isName = (definition: Parameters<typeof columnAtPath>[0], table: Table, text: string): boolean => table.naming.kind === 'column' && columnAtPath(definition, table.id, text)?.column.id === table.naming.columnId;

/** How SQLite finds the rows of a query, in plain words, with the index that would help; and the statement itself. */
export function QueryReading({ table, query, count }: { table: Table; query: Query; count: Counted }) {
  const { definition } = useApp().state;
  const edit = useEdit();
  const [showsSql, setShowsSql] = useState(false);
  const { sql } = queryStatement(definition, table, query);
  const { data } = useQuery({ ...rowsQuery(useStudioDatabase(), { sql: `EXPLAIN QUERY PLAN ${sql}` }), placeholderData: keepPreviousData });
  const steps = (data?.rows ?? []).map(({ id, parent, detail }): PlanStep => ({ id: Number(id), parent: Number(parent), detail: String(detail) }));
  const access = accessOf(steps, table.identifier);
  const [best] = access?.by === 'scan' ? count.by.filter(({ column, equal, count: left }) => isIndexable(column) && !column.indexed && left < count.all && (equal || query.order?.[0]?.text === columnText(column))).sort((one, other) => one.count - other.count) : [];
  const index = () => {
    if (!best || best.column.kind === 'expression') return;
    edit.mutate({ edit: { kind: 'changeColumn', tableId: table.id, column: { ...best.column, indexed: true } } });
  };
  return (
    <View role="group" aria-label="How the rows are found" className="gap-3 border-t border-stem pt-4">
      <Text look="heading">How the rows are found</Text>
      {access ? <Text look="body" role="status">{readingWords(table, access, steps, count)}</Text> : null}
      {best ? (
        <View className="items-start">
          <Button label={`Index ${best.column.name}: ${counted(best.count, 'row', 'rows')} to read`} disabled={edit.isPending} onPress={index} />
        </View>
      ) : null}
      <View className="items-start">
        <Button label={showsSql ? 'Hide its SQL' : 'Show its SQL'} onPress={() => setShowsSql(!showsSql)} />
      </View>
      {showsSql ? (
        <Text look="mono" selectable aria-label="SQL of the query">
          {sql}
        </Text>
      ) : null}
    </View>
  );
}

function readingWords(table: Table, access: NonNullable<ReturnType<typeof accessOf>>, steps: readonly PlanStep[], count: Counted): string {
  const { lookUps, scans } = besides(steps);
  const used = count.by.filter(({ column }) => 'identifier' in column && access.columns.includes(column.identifier));
  const found = {
    scan: () => `Reads all ${counted(count.all, 'row', 'rows')} of ${table.name}.`,
    index: () => (used.length > 0 ? `Reads ${figure(Math.min(...used.map((each) => each.count)))} of ${counted(count.all, 'row', 'rows')} by the index on ${used.map(({ column }) => column.name).join(' and ')}.` : 'Reads them by an index.'),
    id: () => 'Reads one row by its id.',
  }[access.by]();
  return [
    found,
    ...(lookUps > 0 ? [`For each, looks up ${lookUps === 1 ? 'what one link leads to' : `what is linked to it, ${counted(lookUps, 'time', 'times')}`}.`] : []),
    ...(scans > 0 ? ['For each, reads another table whole: that takes long when it grows.'] : []),
    ...(access.sorts ? [`Then sorts ${counted(count.holds, 'row', 'rows')}.`] : []),
  ].join(' ');
}
