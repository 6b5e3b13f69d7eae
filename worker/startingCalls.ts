import { withStarting } from './appDocument';
import { deleteAllRows, insertAllRows } from './bulkRows';
import { impactsOn } from './impacts';
import type { OpenedApp } from './openedApp';
import type { AppState } from './protocol';
import { currentStartingRows, withStartingRows, withTableRows } from './startingRows';
import type { Fills, RowSet, Starting } from '@/core/model';
import { queryStatement } from '@/core/compile';
import { asPerson } from '@/core/compiled';
import { tableOf } from '@/core/edit';
import { physicalPlan } from '@/core/plan';
import { ProblemError } from '@/core/problem';
import type { Impact } from '@/core/schema';

/** What the starting rows, laid down as they are, would lose or break under the plan of now. */
export function previewFresh(
  { starting, definition, openBeside }: OpenedApp,
  fills: Fills,
): Impact[] | Promise<Impact[]> {
  return starting
    ? withStartingRows(openBeside, starting, definition, (engine, then) =>
        impactsOn(engine, then, definition, { ...starting.fills, ...fills }),
      )
    : [];
}

/** Empties every table and, where asked, lays the starting rows down again: one change, undone like any other. */
export async function startFresh(app: OpenedApp, withRows: boolean, fills: Fills): Promise<AppState> {
  const { definition, engine, starting } = app;
  const started = app.environment.clock();
  const rows = withRows && starting ? currentStartingRows(app.openBeside, starting, definition, fills) : {};
  // Filling a search index anew costs less than following so many rows.
  engine.dropSearches();
  const pending = engine.write((writer) => {
    deleteAllRows(writer, definition);
    insertAllRows(writer, definition, rows);
  });
  const label = withRows ? 'Started fresh with starting rows' : 'Started fresh without rows';
  await app.acknowledge(pending, label, started);
  return app.state();
}

async function keepStarting(app: OpenedApp, next: Starting | null, label: string): Promise<AppState> {
  const change = withStarting(app.document, next);
  if (change.patches.length > 0) await app.keepPlan(null, change, { label, statements: [], undoing: [] });
  return app.state();
}

/** The rows of now become the starting rows. */
export function keepRowsAsStarting(app: OpenedApp): Promise<AppState> {
  const { tables, people } = app.definition;
  const next = { tables, ...(people ? { people } : {}), rows: app.rowSets() };
  return keepStarting(app, next, 'Kept the rows of now as starting rows');
}

/** Gives a table other starting rows: those of now where `set` is null. */
export function setStartingTable(app: OpenedApp, tableId: string, set: RowSet | null): Promise<AppState> {
  const table = tableOf(physicalPlan(app.definition), tableId);
  const rows = set ?? app.rowSets()[tableId] ?? { columns: [], rows: [] };
  const next = withTableRows(app.openBeside, app.starting, app.definition, tableId, rows);
  const what = rows.rows.length === 0 ? 'Took away' : 'Changed';
  return keepStarting(app, next, `${what} the starting rows of ${table.name}`);
}

/** Gives a table those of its rows of now as starting rows that a query selects. */
export function setStartingFromQuery(app: OpenedApp, queryId: string, person: number | null): Promise<AppState> {
  const { definition, engine } = app;
  const query = definition.queries?.find(({ id }) => id === queryId);
  if (!query) throw new ProblemError({ code: 'definition', place: 'queries', reason: 'this query is no longer there' });
  const statement = queryStatement(definition, tableOf(definition, query.tableId), query);
  const found = engine.query(statement.sql, asPerson(statement, {}, person));
  const selected = new Set(found.rows.map(({ id }) => Number(id)));
  const table = tableOf(physicalPlan(definition), query.tableId);
  const all = app.rowSets()[table.id] ?? { columns: [], rows: [] };
  const rows = { ...all, rows: all.rows.filter(([id]) => selected.has(Number(id))) };
  const next = withTableRows(app.openBeside, app.starting, definition, table.id, rows);
  return keepStarting(app, next, `Started ${table.name} with ${query.name}`);
}
