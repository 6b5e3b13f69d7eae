import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { useBench } from '../client';
import { counted } from '../counted';
import { newId } from '../newId';
import { SqlText } from '../SqlText';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { useStudioDatabase } from '../useStudioDatabase';
import { bestIndex, bestKey, factsOf, readingWords } from './reading';
import type { Counted } from './useCount';
import { formatAs, scalarOf } from '@/core/column';
import { accessOf, type PlanStep, queryStatement } from '@/core/compile';
import { SHOWN_NAME } from '@/core/compiled';
import type { Query, Table } from '@/core/model';
import { columnAtPath, columnOfText } from '@/core/plan';
import { rowsQuery } from '@/kit';
import { Button, Callout, Text } from '@/ui';

const FIRST = 5;

/** The first rows that a query selects now, each with what it is selected and ordered by. */
export function FirstRows({ table, query }: { table: Table; query: Query }) {
  const { definition } = useApp().state;
  const settings = useBench((bench) => bench.settings);
  const shown = factsOf(definition, table, query);
  const statement = queryStatement(
    definition,
    table,
    { ...query, limit: Math.min(FIRST, query.limit ?? FIRST) },
    Object.fromEntries(shown.map((text, index) => [`_v${index}`, text])),
  );
  const { data, error } = useQuery({ ...rowsQuery(useStudioDatabase(), statement), placeholderData: keepPreviousData });
  if (error)
    return (
      <Callout tone="rust">
        {query.sql === undefined
          ? 'The condition cannot be evaluated on one of the rows. Guard it, with coalesce or CASE, say.'
          : [
              'The SQL of this query no longer fits the plan. Correct it',
              'above: renames do not follow into SQL that was written by hand.',
            ].join(' ')}
      </Callout>
    );
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
                const words =
                  column.kind === 'link' ? String(value ?? '') : formatAs(column, undefined, value, settings);
                return `${columnAtPath(definition, table.id, text)?.column.name ?? text}: ${words || 'blank'}`;
              })
              .join(' · ')}
          </Text>
        </View>
      ))}
    </View>
  );
}

/** How SQLite finds the rows of a query, in plain words, with the index that would help; and the statement itself. */
export function QueryReading({ table, query, count }: { table: Table; query: Query; count: Counted }) {
  const { definition } = useApp().state;
  const edit = useEdit();
  const [showsSql, setShowsSql] = useState(false);
  const statement = queryStatement(definition, table, query);
  const { sql } = statement;
  const { data } = useQuery({
    ...rowsQuery(useStudioDatabase(), { ...statement, sql: `EXPLAIN QUERY PLAN ${sql}` }),
    placeholderData: keepPreviousData,
  });
  const steps = (data?.rows ?? []).map(({ id, parent, detail }): PlanStep => ({
    id: Number(id),
    parent: Number(parent),
    detail: String(detail),
  }));
  const access = accessOf(steps, table.identifier);
  const best = bestIndex(count, access, query.order);
  const together = bestKey(count, access, table.keys);
  const index = () => {
    if (!best || best.column.kind === 'expression') return;
    edit.mutate({ edit: { kind: 'changeColumn', tableId: table.id, column: { ...best.column, indexed: true } } });
  };
  const indexTogether = ({ columns }: NonNullable<typeof together>) =>
    edit.mutate({
      edit: {
        kind: 'setKey',
        tableId: table.id,
        key: { id: newId(), unique: false, columnIds: columns.map(({ id }) => id) },
      },
    });
  return (
    <View role="group" aria-label="How the rows are found" className="gap-3 border-t border-stem pt-4">
      <Text look="heading">How the rows are found</Text>
      {access ? (
        <Text look="body" role="status">
          {readingWords(table, access, steps, count)}
        </Text>
      ) : null}
      {best ? (
        <View className="items-start">
          <Button
            label={`Index ${best.column.name}: ${counted(best.count, 'row', 'rows')} to read`}
            disabled={edit.isPending}
            onPress={index}
          />
        </View>
      ) : null}
      {together ? (
        <View className="items-start">
          <Button
            label={[
              `Index ${together.columns.map(({ name }) => name).join(', ')}`,
              `together: ${counted(together.count, 'row', 'rows')} to read`,
            ].join(' ')}
            disabled={edit.isPending}
            onPress={() => indexTogether(together)}
          />
        </View>
      ) : null}
      <View className="items-start">
        <Button label={showsSql ? 'Hide its SQL' : 'Show its SQL'} onPress={() => setShowsSql(!showsSql)} />
      </View>
      {showsSql ? <SqlText sql={sql} label="SQL of the query" /> : null}
    </View>
  );
}
