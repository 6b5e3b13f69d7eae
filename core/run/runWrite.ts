import { asPerson, type CompiledRoutine, type RoutineNews, type WriteRequest } from '@/core/compile';
import type { Definition } from '@/core/definition';
import type { Writer } from '@/core/engine';
import { startsByDeleting } from './goingAlong';
import { assertNoCircle, DELETE, deletedBy, unchanged, whereStopped } from './linkRules';
import type { RoutineSetting } from './routineOutcome';
import { startRoutines } from './runRoutine';

/** What a write did in words, the last record that it made, and what the routines that it started have to say. */
export interface Written extends RoutineNews {
  label: string;
  lastId: number | null;
}

/** Runs the statements of a write as the person who asks for it, with the routines that it starts. `named` puts the plan's names into problems. */
export function runWrite(definition: Definition, routines: readonly CompiledRoutine[], writer: Writer, request: WriteRequest, named: RoutineSetting['named']): Written {
  const { subject, person = null } = request;
  const nameOf = (id: number) => String(writer.rows(subject?.sql ?? '', asPerson(subject?.sql ?? '', subject?.params ?? { id }, person))[0]?._name ?? '');
  const written = request.statements[0]?.table;
  const news: RoutineNews = { messages: [], go: null };
  const setting: RoutineSetting = { definition, routines, writer, person, answers: {}, named };
  const idOf = (table: string) => definition.tables.find(({ identifier }) => identifier === table)?.id;
  let name = subject?.when === 'before' ? nameOf(Number(subject.id)) : '';
  let lastId: number | null = null;
  let changed = 0;
  /** The record that the first statement made, or the older one that it kept instead. */
  const madeId = () => (subject?.params ? Number(writer.rows(subject.sql, asPerson(subject.sql, subject.params, person))[0]?.id) : lastId);
  const saved: { table: string; id: number }[] = [];
  for (const statement of request.statements) {
    const { sql, table, mustChange, ofFirst } = statement;
    const params = ofFirst === undefined ? statement.params : { ...statement.params, [ofFirst]: madeId() };
    const isDelete = sql.startsWith(DELETE);
    const tableId = idOf(table);
    if (isDelete && tableId !== undefined && startsByDeleting(setting, tableId)) startRoutines(setting, tableId, 'deleting', deletedBy(writer, sql, asPerson(sql, params, person)), news);
    const ran = named(() => whereStopped(definition, writer, { ...statement, params }, person, () => writer.run(sql, asPerson(sql, params, person), table)));
    if (mustChange && ran.rows === 0) throw unchanged(definition, writer, table, params.id, person);
    changed += ran.rows;
    if (!isDelete && ran.rows > 0) saved.push({ table, id: Number(params.id ?? ran.lastId) });
    // What goes into a table beside is no record of its own; a line that is saved with a record may not go round either.
    if (ofFirst !== undefined) assertNoCircle(definition, writer, table, Number(params.id ?? ran.lastId), person);
    if (table !== written || ofFirst !== undefined) continue;
    lastId = ran.lastId;
    assertNoCircle(definition, writer, table, Number(params.id ?? lastId), person);
  }
  // After all that is saved together: a routine finds a record with its lines.
  for (const { table, id } of saved) {
    const tableId = idOf(table);
    if (tableId !== undefined) startRoutines(setting, tableId, 'saving', [id], news);
  }
  if (subject?.when === 'after') name = nameOf(subject.id === 'last' ? (lastId ?? 0) : subject.id);
  const verb = changed === 0 ? (request.unchangedVerb ?? request.verb) : request.verb;
  return { label: name ? `${verb} ${name}` : verb, lastId, ...news };
}
