import { startsByDeleting } from './cascadedDeletes';
import { inPlanWords, tablesCalled } from './inPlanWords';
import { assertNoCircle, deletedBy, standing, tableBy, unchanged, whereStopped } from './linkRules';
import { readAs } from './readAs';
import type { RoutineSetting, RunningApp } from './routineOutcome';
import { startRoutines } from './runRoutine';
import { asPerson, IDS, type RoutineNews, type WriteRequest } from '@/core/compiled';
import type { Params, Writer } from '@/core/driver';

/** What a write did in words, the last record that it made, and what the routines that it started have to say. */
export interface Written extends RoutineNews {
  label: string;
  lastId: number | null;
}

/**
 * Runs the statements of a write as the person who asks for it, with the routines that it starts, inside a transaction
 * that is under way.
 */
export function runWrite(app: RunningApp, writer: Writer, request: WriteRequest): Written {
  const { tables } = app;
  const { subject, person = null } = request;
  const nameOf = (id: number) =>
    subject ? String(readAs(writer, subject, subject.params ?? { id }, person)[0]?._name ?? '') : '';
  const written = request.statements[0]?.table;
  const news: RoutineNews = { messages: [], go: null };
  const setting: RoutineSetting = { app, writer, person, answers: {} };
  const idOf = (identifier: string) => tableBy(tables, identifier)?.id;
  let name = subject?.when === 'before' ? nameOf(Number(subject.id)) : '';
  let lastId: number | null = null;
  let changed = 0;
  /** The record that the first statement made, or the older one that it kept instead. */
  const madeId = () => (subject?.params ? Number(readAs(writer, subject, subject.params, person)[0]?.id) : lastId);
  const saved: { table: string; ids: readonly number[] }[] = [];
  for (const statement of request.statements) {
    const { sql, table, deletes, mustChange, ofFirst, many } = statement;
    const params: Params = {
      ...statement.params,
      ...(ofFirst === undefined ? {} : { [ofFirst]: madeId() }),
      ...(many ? { [IDS]: JSON.stringify(many) } : {}),
    };
    const tableId = idOf(table);
    if (deletes && tableId !== undefined && startsByDeleting(setting, tableId))
      startRoutines(setting, tableId, 'deleting', deletedBy(writer, deletes, params, person), news);
    const ran = inPlanWords(
      () => tablesCalled(app.tables),
      () =>
        whereStopped(tables, writer, { ...statement, params }, person, () =>
          writer.run(sql, asPerson(statement, params, person), table),
        ),
    );
    // Of many that are deleted, some may be cascaded deletes of others.
    const meant = many ?? (params.id === undefined ? [] : [Number(params.id)]);
    const isShort = mustChange === true && ran.rows < (many?.length ?? 1);
    if (isShort && !(many && deletes && standing(writer, table, many).length === 0))
      throw unchanged(tables, writer, table, meant, person);
    changed += ran.rows;
    const ids = many ?? [Number(params.id ?? ran.lastId)];
    if (!deletes && ran.rows > 0) saved.push({ table, ids });
    // What goes into a table beside is no record of its own; a line that is saved with a record may not go round
    // either.
    if (ofFirst !== undefined || table === written)
      for (const id of ids) assertNoCircle(tables, writer, table, id, person);
    if (ofFirst === undefined && table === written) lastId = ran.lastId;
  }
  // After all that is saved together: a routine finds a record with its lines.
  for (const { table, ids } of saved) {
    const tableId = idOf(table);
    if (tableId !== undefined) startRoutines(setting, tableId, 'saving', ids, news);
  }
  if (subject?.when === 'after') name = nameOf(subject.id === 'last' ? (lastId ?? 0) : subject.id);
  const verb = changed === 0 ? (request.unchangedVerb ?? request.verb) : request.verb;
  return { label: name ? `${verb} ${name}` : verb, lastId, ...news };
}
