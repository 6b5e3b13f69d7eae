import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { worker } from '../client';
import { counted } from '../counted';
import { downloadFile, fileName } from '../files';
import { useAct, useApp, useGeneration } from '../useApp';
import { columnTraits } from '@/core/column';
import type { Column, Table } from '@/core/model';
import { physicalPlan, shownColumns } from '@/core/plan';
import { describeProblem, toProblem } from '@/core/problem';
import { viewsOf } from '@/core/schema';
import { quoteName } from '@/core/sql';
import { rowsQuery } from '@/kit';
import { Button, Callout, SelectField, Text, useWide } from '@/ui';
import { useAddress, useOpen } from '../address';

const ROWS_A_PAGE = 50;

/** The rows of one table as they are stored, a page at a time, sorted by any column. */
export function RowGrid() {
  const { state } = useApp();
  const { tables } = physicalPlan(state.definition);
  const { id: tableId } = useAddress();
  const { open } = useOpen();
  const wide = useWide();
  const table = tables.find(({ id }) => id === tableId) ?? tables[0];
  if (!table) return <Text look="body">There is no table yet: add one in Plan.</Text>;
  return (
    <View className="gap-4">
      {wide ? (
        <Text look="title">{table.name}</Text>
      ) : (
        <SelectField
          label="Table"
          options={tables.map(({ id, name }) => ({ value: id, label: name }))}
          value={table.id}
          onChange={(id) => open({ room: 'rows', id })}
        />
      )}
      <Grid key={table.id} table={table} />
    </View>
  );
}

function Grid({ table }: { table: Table }) {
  const { appId, state } = useApp();
  const generation = useGeneration();
  const act = useAct();
  const downloadCsv = async () => {
    const text = await act((api) => api.rowsAsCsv(appId, table.id));
    // The mark tells spreadsheets that it is UTF-8.
    if (text !== null) downloadFile(fileName(table.name, 'csv'), `\uFEFF${text}`, 'text/csv');
  };
  const [sort, setSort] = useState<GridSort>({ by: 'id', descends: false });
  const [page, setPage] = useState(0);
  const columns = useMemo(
    () => gridColumns(shownColumns(physicalPlan(state.definition), table)),
    [state.definition, table],
  );
  const database = useMemo(() => {
    const { api } = worker();
    return {
      scope: [appId, generation],
      read: (request: Parameters<typeof api.read>[1]) => api.read(appId, request),
    };
  }, [appId, generation]);
  // Computed columns are in the table's view.
  const from = quoteName(
    viewsOf(state.definition).find(({ tableId }) => tableId === table.id)?.name ?? table.identifier,
  );
  const names = ['"id"', ...table.columns.map(inGrid)].join(', ');
  const order =
    sort.by === 'id' || table.columns.some(({ identifier }) => identifier === sort.by)
      ? `${quoteName(sort.by)}${sort.descends ? ' DESC' : ''}, `
      : '';
  const rows = useQuery({
    ...rowsQuery(database, {
      sql: `SELECT ${names} FROM ${from} ORDER BY ${order}"id" LIMIT :limit OFFSET :offset`,
      params: { limit: ROWS_A_PAGE, offset: page * ROWS_A_PAGE },
    }),
    placeholderData: keepPreviousData,
  });
  const count = useQuery(rowsQuery(database, { sql: `SELECT count(*) AS "count" FROM ${from}` }));
  const total = Number(count.data?.rows[0]?.count ?? 0);
  const first = page * ROWS_A_PAGE;
  if (rows.error) return <Callout tone="rust">{describeProblem(toProblem(rows.error)).what}</Callout>;
  return (
    <View className="gap-3">
      <div style={{ overflow: 'auto', maxHeight: 560 }} tabIndex={0} role="region" aria-label={`Rows of ${table.name}`}>
        <table className="row-grid">
          <thead>
            <tr>
              {columns.map((column) => (
                <GridHead key={column.identifier} column={column} sort={sort} onSort={setSort} />
              ))}
            </tr>
          </thead>
          <tbody>
            {(rows.data?.rows ?? []).map((row) => (
              <tr key={String(row.id)}>
                {columns.map(({ identifier, isNumber }) => {
                  const value = row[identifier] ?? null;
                  const look = [isNumber ? 'number' : '', value === null ? 'blank' : ''].filter(Boolean).join(' ');
                  return (
                    <td
                      key={identifier}
                      className={look || undefined}
                      title={value === null ? undefined : String(value)}
                    >
                      {value === null ? 'NULL' : String(value)}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <View className="flex-row flex-wrap items-center gap-3">
        <Text look="soft" className="flex-1">
          {total === 0
            ? 'No rows.'
            : `Rows ${first + 1} to ${Math.min(first + ROWS_A_PAGE, total)} of ${counted(total, 'row', 'rows')}`}
        </Text>
        <Button label="Download CSV" onPress={() => void downloadCsv()} />
        <Button label="Previous rows" disabled={page === 0} onPress={() => setPage(page - 1)} />
        <Button label="Next rows" disabled={first + ROWS_A_PAGE >= total} onPress={() => setPage(page + 1)} />
      </View>
    </View>
  );
}

/** A column as the grid reads it: of pictures and files only how long they are. */
function inGrid({ kind, identifier }: Column): string {
  const name = quoteName(identifier);
  return columnTraits[kind].isAttachment ? `length(${name}) || ' bytes' AS ${name}` : name;
}

interface GridColumn {
  identifier: string;
  name: string;
  isNumber: boolean;
}

interface GridSort {
  by: string;
  descends: boolean;
}

const gridColumns = (columns: readonly Column[]): GridColumn[] => [
  { identifier: 'id', name: 'id', isNumber: true },
  ...columns.map(({ identifier, name, kind }) => ({
    identifier,
    name,
    isNumber: columnTraits[kind].isFigure || kind === 'yesNo',
  })),
];

/** The head of a column, by which the rows are sorted: once upwards, again downwards. */
function GridHead({
  column: { identifier, name, isNumber },
  sort,
  onSort,
}: {
  column: GridColumn;
  sort: GridSort;
  onSort: (sort: GridSort) => void;
}) {
  const order = sort.by !== identifier ? 'none' : sort.descends ? 'descending' : 'ascending';
  return (
    <th scope="col" aria-sort={order} className={isNumber ? 'number' : undefined}>
      <button type="button" onClick={() => onSort({ by: identifier, descends: order === 'ascending' })}>
        {name}
        {order === 'ascending' ? ' ↑' : order === 'descending' ? ' ↓' : ''}
      </button>
    </th>
  );
}
