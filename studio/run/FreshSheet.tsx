import { AT_START } from '@/kit';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { isStored, parseInput } from '@/core/column';
import type { Column, Fills } from '@/core/model';
import { DEFAULT_FORMAT } from '@/core/format';
import { describeProblem, toProblem } from '@/core/problem';
import { describeImpact, type Impact } from '@/core/schema';
import { Button, Callout, Sheet, Text, TextField } from '@/ui';
import { useBench, worker } from '../client';
import { useAct, useApp, useGeneration } from '../useApp';
import { useSayDone } from '../useSayDone';

/** Empties the phone, with or without starting rows; those that no longer fit the plan are asked about first. */
export function FreshSheet({ onClose }: { onClose: () => void }) {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const act = useAct();
  const sayDone = useSayDone();
  const [texts, setTexts] = useState<Record<string, string>>({});
  const columns = state.definition.tables.flatMap((table) => table.columns.filter(isStored));
  const { fills, fault } = readFills(columns, texts);
  const preview = useQuery({
    queryKey: ['fresh', appId, generation, fills],
    queryFn: () => worker().api.previewFresh(appId, fills),
    enabled: state.starting !== null,
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  const impacts = preview.data ?? [];
  const blocked = fault !== null || preview.isPending || impacts.some(({ blocks }) => blocks);
  // A field stays once something is typed in it, also when nothing is blank any more.
  const asked = columns.filter(
    ({ id }) => texts[id] !== undefined || impacts.some((impact) => impact.kind === 'blanks' && impact.columnId === id),
  );

  const start = async (withRows: boolean) => {
    onClose();
    const kept = await act((api) => api.startFresh(appId, withRows, fills));
    if (!kept) return;
    useBench.setState({ way: AT_START, notices: [] });
    sayDone(withRows ? 'The phone has its starting rows again.' : 'The phone is empty.', kept);
  };
  return (
    <Sheet title="Start fresh" onClose={onClose}>
      <Text look="body">All rows on the bench phone go. Undo brings them back.</Text>
      {state.starting !== null ? (
        <>
          {impacts.map((impact) => (
            <Impacted key={`${impact.kind} ${impact.columnId}`} impact={impact} />
          ))}
          {asked.map(({ id, name }) => (
            <TextField
              key={id}
              label={`Fill blanks of ${name} with`}
              value={texts[id] ?? ''}
              onChangeText={(text) => setTexts((now) => ({ ...now, [id]: text }))}
            />
          ))}
          {fault ? <Callout tone="rust">{fault}</Callout> : null}
          {preview.error ? <Callout tone="rust">{describeProblem(toProblem(preview.error)).what}</Callout> : null}
          <Button
            kind="main"
            label="With starting rows, as newly installed"
            disabled={blocked}
            onPress={() => void start(true)}
          />
        </>
      ) : (
        <Text look="soft">This app has no starting rows. To have some, fill the phone and keep its rows in Ship.</Text>
      )}
      <Button label="Without any rows" onPress={() => void start(false)} />
    </Sheet>
  );
}

function Impacted({ impact }: { impact: Impact }) {
  return <Callout tone={impact.blocks ? 'rust' : 'amber'}>{`Starting rows: ${describeImpact(impact)}`}</Callout>;
}

/** What is to go into blanks, by column id, or the first thing typed that does not suit its column. */
function readFills(columns: readonly Column[], texts: Record<string, string>): { fills: Fills; fault: string | null } {
  const fills: Fills = {};
  for (const column of columns) {
    const text = texts[column.id] ?? '';
    if (text.trim() === '') continue;
    const read = parseInput(column, text, DEFAULT_FORMAT);
    if (!read.ok) return { fills, fault: read.reason };
    fills[column.id] = read.value;
  }
  return { fills, fault: null };
}
