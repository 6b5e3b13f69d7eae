import { useQuery } from '@tanstack/react-query';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import { useMemo, useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import type { Table } from '@/core/model';
import { isPersonal, personalTableId } from '@/core/plan';
import { describeProblem, toProblem } from '@/core/problem';
import { gridColumns, type GridRow, gridRows, readGrid } from '@/core/transfer';
import { Button, Callout, ChoiceField, IconButton, Text } from '@/ui';
import type { AppState, StartingTable } from '@/worker';
import { counted } from '../counted';
import { useBench, worker } from '../client';
import { useAct, useApp, useGeneration } from '../useApp';
import { useSayDone } from '../useSayDone';
import { FillGrid } from './FillGrid';
import type { CellAt } from './gridKeys';

/** The rows that a table has when the app is installed, typed or pasted in a grid. */
export function StartingRows({ table, onBack }: { table: Table; onBack: () => void }) {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const [own, setOwn] = useState(table.id);
  const kept = state.starting?.[own] ?? 0;
  const found = useQuery({
    queryKey: ['starting', appId, generation, own, kept],
    queryFn: () => worker().api.startingTable(appId, own),
    gcTime: 0,
    staleTime: Infinity,
  });
  return (
    <ScrollView contentContainerClassName="gap-5 p-5 pb-24 lg:px-8" keyboardShouldPersistTaps="handled">
      <View className="flex-row items-start gap-1">
        <IconButton icon={ArrowLeft} label={`Back to ${table.name}`} onPress={onBack} />
        <View className="flex-1 gap-1 pt-1">
          <Text look="display">Starting rows</Text>
          <Text look="soft">
            {[
              `What ${table.name} holds when the app is installed. The rows`,
              'on the bench phone stay as they are until you start it fresh.',
            ].join(' ')}
          </Text>
        </View>
      </View>
      {table.columns.some(isPersonal) ? (
        <ChoiceField
          label="Show"
          choices={[
            { value: table.id, label: table.name },
            { value: personalTableId(table), label: 'Values of each person' },
          ]}
          value={own}
          onChange={setOwn}
        />
      ) : null}
      {found.error ? <Callout tone="rust">{describeProblem(toProblem(found.error)).what}</Callout> : null}
      {found.data ? (
        <Editing key={`${own} ${found.dataUpdatedAt}`} found={found.data} onKept={() => void found.refetch()} />
      ) : null}
    </ScrollView>
  );
}

const FAULTS_SHOWN = 6;

function Editing({ found, onKept }: { found: StartingTable; onKept: () => void }) {
  const { state } = useApp();
  const act = useAct();
  const sayDone = useSayDone();
  const { table, set, records } = found;
  const columns = useMemo(() => gridColumns(table), [table]);
  const [start] = useState(() => gridRows(columns, set, records));
  const [rows, setRows] = useState<GridRow[]>(start);
  const [active, setActive] = useState<CellAt>({ row: 0, column: 0 });
  const [busy, setBusy] = useState(false);
  // Moving about reads nothing anew.
  const { set: read, faults } = useMemo(
    () => readGrid(state.definition, columns, rows, records, set),
    [state.definition, columns, rows, records, set],
  );
  const isChanged = rows !== start;

  const person = useBench((bench) => bench.person);
  const queries = (state.definition.queries ?? []).filter(({ tableId }) => tableId === table.id);
  const keep = (rowSet: typeof read | null) => put((api, appId) => api.setStartingTable(appId, table.id, rowSet));
  const put = async (set: Parameters<typeof act<AppState>>[0]) => {
    setBusy(true);
    const done = await act(set);
    setBusy(false);
    if (!done) return;
    onKept();
    sayDone(`${table.name} starts with ${counted(done.starting?.[table.id] ?? 0, 'row', 'rows')}.`, done, onKept);
  };
  return (
    <View className="gap-4">
      {Object.entries(records).map(([tableId, each]) => (
        <datalist key={tableId} id={`records ${tableId}`}>
          {each.slice(0, 500).map(({ id, name }) => (
            <option key={id} value={name} />
          ))}
        </datalist>
      ))}
      <FillGrid
        label={`Starting rows of ${table.name}`}
        columns={columns}
        rows={rows}
        faults={faults}
        active={active}
        onActive={setActive}
        onChange={setRows}
      />
      <Text look="soft">
        Type, or paste a block from a spreadsheet. Enter and Tab go on to the next cell, Ctrl Delete takes the row away.
        A link takes the name of its record, or # and its id.
      </Text>
      {faults.length > 0 ? (
        <View role="list" aria-label="What does not fit" className="gap-1">
          {faults.slice(0, FAULTS_SHOWN).map(({ rowId, column, reason }) => (
            <Pressable
              key={`${rowId} ${column} ${reason}`}
              role="button"
              onPress={() => setActive({ row: rows.findIndex(({ id }) => id === rowId), column, focus: true })}
              className="min-h-[44px] justify-center rounded-lg bg-rust-tint px-4"
            >
              <Text look="body">{`Row ${rowId} › ${reason}`}</Text>
            </Pressable>
          ))}
          {faults.length > FAULTS_SHOWN ? <Text look="soft">{`And ${faults.length - FAULTS_SHOWN} more.`}</Text> : null}
        </View>
      ) : null}
      <View className="flex-row flex-wrap gap-3">
        <Button
          kind="main"
          label="Save starting rows"
          disabled={!isChanged || faults.length > 0 || busy}
          onPress={() => void keep(read)}
        />
        <Button label="Discard changes" disabled={!isChanged || busy} onPress={() => setRows(start)} />
        <Button
          label={`Take away row ${rows[active.row]?.id ?? ''}`}
          disabled={!rows[active.row] || busy}
          onPress={() => setRows(rows.filter((_, index) => index !== active.row))}
        />
        <Button label="Take the rows of now" disabled={busy} onPress={() => void keep(null)} />
        {queries.map(({ id, name }) => (
          <Button
            key={id}
            label={`Take those of ${name}`}
            disabled={busy}
            onPress={() => void put((api, appId) => api.setStartingFromQuery(appId, id, person))}
          />
        ))}
      </View>
    </View>
  );
}
