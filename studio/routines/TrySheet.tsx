import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { useBench, worker } from '../client';
import { counted } from '../counted';
import { catalogue } from '../run/catalogue';
import { useApp, useGeneration } from '../useApp';
import { useStudioDatabase } from '../useStudioDatabase';
import { formatValue } from '@/core/column';
import { queryStatement } from '@/core/compile';
import { SHOWN_NAME } from '@/core/compiled';
import type { Routine } from '@/core/model';
import { describeProblem, toProblem } from '@/core/problem';
import type { Question } from '@/core/runtime';
import { rowsQuery } from '@/kit';
import { Button, Callout, SelectField, Sheet, Text, TextField } from '@/ui';
import type { DryRun } from '@/worker';

const MOST_RECORDS = 200;

type Answers = Record<string, string | number | null>;

/** What a routine would do now, on one record: which rows would change and how, with nothing of it kept. */
export function TrySheet({ routine, onClose }: { routine: Routine; onClose: () => void }) {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const { definition } = state;
  const person = useBench((bench) => bench.person);
  const [recordId, setRecordId] = useState<number | null>(null);
  const [answers, setAnswers] = useState<Answers>({});
  const table = definition.tables.find(({ id }) => id === routine.tableId);
  const records = useQuery({
    ...rowsQuery(
      useStudioDatabase(),
      table
        ? queryStatement(definition, table, { id: '', name: '', tableId: table.id, limit: MOST_RECORDS })
        : { sql: 'SELECT 1 WHERE 0' },
    ),
    enabled: table !== undefined,
    placeholderData: keepPreviousData,
  });
  const rows = records.data?.rows ?? [];
  const chosen = recordId ?? (rows[0] ? Number(rows[0].id) : null);
  const ready = !table || chosen !== null;
  const tried = useQuery({
    queryKey: ['try', appId, generation, routine, chosen, answers, person],
    queryFn: async () => {
      const known: Answers = { ...answers };
      for (;;) {
        const done = await worker().api.tryRoutine(appId, {
          routineId: routine.id,
          recordIds: table && chosen !== null ? [chosen] : [],
          answers: known,
          person,
        });
        if (done.kind !== 'outside') return done;
        const entry = await catalogue.ask(done.code);
        known[done.key] = entry ? JSON.stringify(entry) : '';
      }
    },
    enabled: ready,
    gcTime: 0,
    staleTime: 0,
    retry: false,
  });
  return (
    <Sheet
      title={`Try ${routine.name}`}
      onClose={onClose}
      foot={
        <>
          <Button label="Try again" onPress={() => void tried.refetch()} />
          <Button kind="main" label="Done" onPress={onClose} />
        </>
      }
    >
      <Text look="soft">It is run on the rows of now, and all of it is taken back.</Text>
      {table ? (
        <SelectField
          label={table.recordName}
          options={rows.map((row) => ({ value: String(row.id), label: String(row[SHOWN_NAME]) }))}
          value={String(chosen ?? '')}
          onChange={(id) => {
            setRecordId(Number(id));
            setAnswers({});
          }}
        />
      ) : null}
      {table && records.isSuccess && rows.length === 0 ? (
        <Callout tone="amber">{`There are no ${table.name.toLowerCase()} to try it on. Add one in the phone.`}</Callout>
      ) : null}
      {tried.error ? <Failed error={tried.error} /> : null}
      {tried.data ? (
        <Outcome tried={tried.data} onAnswer={(key, value) => setAnswers((now) => ({ ...now, [key]: value }))} />
      ) : null}
    </Sheet>
  );
}

function Failed({ error }: { error: unknown }) {
  const { what, todo } = describeProblem(toProblem(error));
  return <Callout tone="rust">{`${what} ${todo}`}</Callout>;
}

function Outcome({
  tried,
  onAnswer,
}: {
  tried: Exclude<DryRun, { kind: 'outside' }>;
  onAnswer: (key: string, value: string | number | null) => void;
}) {
  const { definition } = useApp().state;
  const settings = useBench((bench) => bench.settings);
  if (tried.kind === 'stopped')
    return <Callout tone="amber">It was stopped by the answer. Nothing would change.</Callout>;
  if (tried.kind === 'asks')
    return <Ask question={tried.question} onAnswer={(value) => onAnswer(tried.question.key, value)} />;
  const nameOf = (tableId: string) => definition.tables.find(({ id }) => id === tableId)?.recordName ?? '';
  const total = tried.changes.reduce((sum, { inserted, updated, deleted }) => sum + inserted + updated + deleted, 0);
  return (
    <View className="gap-4">
      <View role="status" className="gap-1">
        <Text look="strong">
          {total === 0
            ? 'Nothing would change.'
            : [
                `Would change ${counted(total, 'row', 'rows')} in`,
                `${counted(tried.statements, 'statement', 'statements')}.`,
              ].join(' ')}
        </Text>
        {tried.messages.map((message, index) => (
          <Text key={index} look="body">{`It says: ${message}`}</Text>
        ))}
      </View>
      <View role="list" aria-label="Rows that would change">
        {tried.rows.map(({ tableId, id, name, what, columns }) => (
          <View key={`${tableId} ${id}`} role="listitem" className="border-b border-stem py-2">
            <Text look="strong">{`${nameOf(tableId)} ${name}, ${what}`}</Text>
            {columns.map(({ column, before, after }) => {
              const shown = (value: typeof before) =>
                value === null
                  ? 'blank'
                  : column.kind === 'link'
                    ? String(value)
                    : formatValue(column, value, settings);
              return (
                <Text key={column.id} look="soft">
                  {what === 'changed'
                    ? `${column.name}: ${shown(before)} → ${shown(after)}`
                    : `${column.name}: ${shown(what === 'added' ? after : before)}`}
                </Text>
              );
            })}
          </View>
        ))}
      </View>
      {total > tried.rows.length ? (
        <Text look="soft">{`And ${counted(total - tried.rows.length, 'row', 'rows')} more.`}</Text>
      ) : null}
    </View>
  );
}

/** What the routine asks, answered for the try. */
function Ask({
  question: { key, question, answer },
  onAnswer,
}: {
  question: Question;
  onAnswer: (value: string | number | null) => void;
}) {
  const { definition } = useApp().state;
  const [text, setText] = useState('');
  const table = answer.kind === 'record' ? definition.tables.find(({ id }) => id === answer.tableId) : undefined;
  const query = definition.queries?.find(({ id }) => answer.kind === 'record' && id === answer.queryId);
  const { data } = useQuery({
    ...rowsQuery(
      useStudioDatabase(),
      table
        ? queryStatement(definition, table, {
            ...(query ?? { id: '', name: '', tableId: table.id }),
            limit: MOST_RECORDS,
          })
        : { sql: 'SELECT 1 WHERE 0' },
    ),
    enabled: table !== undefined,
  });
  if (answer.kind === 'confirm') {
    return (
      <View className="gap-3">
        <Text look="strong">{question}</Text>
        <View className="flex-row gap-3">
          <Button label="Yes" onPress={() => onAnswer(1)} />
          <Button label="No" onPress={() => onAnswer(0)} />
        </View>
      </View>
    );
  }
  const choices =
    answer.kind === 'choice'
      ? answer.choices.map((choice) => ({ value: choice, label: choice }))
      : (data?.rows ?? []).map((row) => ({ value: String(row.id), label: String(row[SHOWN_NAME]) }));
  const value = answer.kind === 'number' || answer.kind === 'record' ? Number(text) : text;
  const fits = text !== '' && !Number.isNaN(value) && (answer.kind !== 'date' || /^\d{4}-\d{2}-\d{2}$/.test(text));
  return (
    <View key={key} className="gap-3">
      {answer.kind === 'choice' || answer.kind === 'record' ? (
        <SelectField
          label={question}
          options={[{ value: '', label: 'Choose' }, ...choices]}
          value={text}
          onChange={setText}
        />
      ) : (
        <TextField
          label={question}
          value={text}
          placeholder={answer.kind === 'date' ? '2026-11-25' : undefined}
          inputMode={answer.kind === 'number' ? 'decimal' : 'text'}
          onChangeText={setText}
        />
      )}
      <View className="items-start">
        <Button label="Go on" disabled={!fits} onPress={() => onAnswer(value)} />
      </View>
    </View>
  );
}
