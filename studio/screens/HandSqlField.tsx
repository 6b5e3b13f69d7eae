import { useQuery } from '@tanstack/react-query';
import { Suspense, useEffect, useState } from 'react';
import { View } from 'react-native';
import type { Definition, Query, Table } from '@/core/model';
import { faultReason } from '@/core/fault';
import { handSqlFaults, handSqlWords } from '@/core/plan';
import { describeProblem, type Problem, toProblem } from '@/core/problem';
import { Button, Callout, Text } from '@/ui';
import { useBench, worker } from '../client';
import { counted } from '../counted';
import { capital } from '../routines/stepChoices';
import { SqlEditor } from '../editor';
import { useApp, useGeneration } from '../useApp';

const PAUSE_MS = 350;

interface HandSqlFieldProps {
  table: Table;
  query: Query;
  /** Only what SQLite has read, with the names of the plan, is handed on. */
  onChange(sql: string): void;
  onGiveUp(): void;
}

/**
 * The SQL of a query, written by hand: checked by SQLite against the plan while it is typed, and tried on the rows of
 * now.
 */
export function HandSqlField({ table, query, onChange, onGiveUp }: HandSqlFieldProps) {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const { definition } = state;
  const person = useBench((bench) => bench.person);
  const [start] = useState(query.sql ?? '');
  // Another plan would make the editor anew, with what it began with.
  const [tables] = useState(definition.tables);
  const [draft, setDraft] = useState(start);
  const [paused, setPaused] = useState(start);
  useEffect(() => {
    const timer = setTimeout(() => setPaused(draft), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [draft]);
  const written = { sql: paused, ...(query.parameters ? { parameters: query.parameters } : {}) };
  const [fault] = handSqlFaults(definition, written);
  const tried = useQuery({
    queryKey: ['hand-sql', appId, generation, definition.tables, paused, query.parameters, person],
    // As it will stand in the app: only what the person may see, and nothing but ids.
    queryFn: () => worker().api.tryQuery(appId, { ...query, ...written }, person),
    enabled: fault === undefined,
    retry: false,
    gcTime: 0,
  });
  const problem = tried.error ? toProblem(tried.error) : null;
  const says = fault
    ? `At character ${fault.data.start + 1}: ${faultReason(fault)}.`
    : problem
      ? `${problemWords(definition, problem)}.`
      : tried.data && tried.data.columns !== 1
        ? [
            `It gives ${counted(tried.data.columns, 'column', 'columns')}:`,
            `give one, the id of each ${table.recordName.toLowerCase()}.`,
          ].join(' ')
        : null;
  const isSound = says === null && tried.data !== undefined;
  useEffect(() => {
    if (isSound && paused !== query.sql) onChange(paused);
  }, [isSound, paused]); // eslint-disable-line react-hooks/exhaustive-deps
  return (
    <View role="group" aria-label="Written by hand" className="gap-3">
      <Text look="strong">SQL that gives the ids of the rows</Text>
      <Suspense fallback={<View className="h-[160px]" aria-busy />}>
        <SqlEditor start={start} tables={tables} onChange={setDraft} onRun={() => setPaused(draft)} />
      </Suspense>
      {says ? <Callout tone="rust">{`${capital(says)} What stood there before still counts.`}</Callout> : null}
      {isSound && tried.data ? (
        <Text look="soft" role="status">
          {[
            `SQLite reads it: ${tried.data.more ? 'more than ' : ''}${counted(tried.data.count, 'id', 'ids')}`,
            `in ${Math.max(1, Math.round(tried.data.milliseconds))} ms.`,
          ].join(' ')}
        </Text>
      ) : null}
      <Text look="soft">
        Renames in the plan do not follow into it. Its parameters go by their names, the date by :today
        {definition.people ? ', whoever is signed in by :person' : ''}.
      </Text>
      <View className="items-start">
        <Button label="Back to conditions" onPress={onGiveUp} />
      </View>
    </View>
  );
}

function problemWords(definition: Definition, problem: Problem): string {
  if (problem.code === 'sql') return handSqlWords(definition, problem.message);
  return 'reason' in problem ? String(problem.reason) : describeProblem(problem).what.replace(/\.$/, '');
}
