import { asPerson, type WriteRequest } from '@/core/compile';
import type { Definition } from '@/core/definition';
import type { Writer } from '@/core/engine';
import { assertNoCircle, unchanged, whereStopped } from './linkRules';

/** Runs the statements of a write as the person who asks for it, and tells what was done in words. `named` puts the plan's names into problems. */
export function runWrite(definition: Definition, writer: Writer, request: WriteRequest, named: <T>(work: () => T) => T): { label: string; lastId: number | null } {
  const { subject, person = null } = request;
  const nameOf = (id: number) => String(writer.rows(subject?.sql ?? '', asPerson(subject?.sql ?? '', subject?.params ?? { id }, person))[0]?._name ?? '');
  const written = request.statements[0]?.table;
  let name = subject?.when === 'before' ? nameOf(Number(subject.id)) : '';
  let lastId: number | null = null;
  let changed = 0;
  /** The record that the first statement made, or the older one that it kept instead. */
  const madeId = () => (subject?.params ? Number(writer.rows(subject.sql, asPerson(subject.sql, subject.params, person))[0]?.id) : lastId);
  for (const statement of request.statements) {
    const { sql, table, mustChange, ofFirst } = statement;
    const params = ofFirst === undefined ? statement.params : { ...statement.params, [ofFirst]: madeId() };
    const ran = named(() => whereStopped(definition, writer, { ...statement, params }, person, () => writer.run(sql, asPerson(sql, params, person), table)));
    if (mustChange && ran.rows === 0) throw unchanged(definition, writer, table, params.id, person);
    changed += ran.rows;
    // What goes into a table beside is no record of its own; a line that is saved with a record may not go round either.
    if (ofFirst !== undefined) assertNoCircle(definition, writer, table, Number(params.id ?? ran.lastId), person);
    if (table !== written || ofFirst !== undefined) continue;
    lastId = ran.lastId;
    assertNoCircle(definition, writer, table, Number(params.id ?? lastId), person);
  }
  if (subject?.when === 'after') name = nameOf(subject.id === 'last' ? (lastId ?? 0) : subject.id);
  const verb = changed === 0 ? (request.unchangedVerb ?? request.verb) : request.verb;
  return { label: name ? `${verb} ${name}` : verb, lastId };
}
