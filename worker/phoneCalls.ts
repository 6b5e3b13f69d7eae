import { readRows } from './bulkRows';
import type { OpenedApp } from './openedApp';
import type { AppState, PhoneComparison } from './protocol';
import { upgraded, wayFrom } from './rehearsal';
import { rowCounts } from './rowCalls';
import { currentStartingRows } from './startingRows';
import type { Ripple } from '@/core/compiled';
import type { TableChange } from '@/core/driver';
import type { Definition } from '@/core/model';
import { accountOf, frozenIn, type Held, releaseHeads, toldOf, type VersionStep } from '@/core/release';

/** What brings a phone from a release to a later one, null: to the plan of today. */
export interface PhoneWay {
  from: string;
  to: string;
  after: Definition;
  parts: VersionStep[];
}

export function wayBetween(app: OpenedApp, releaseId: string, targetId: string | null): PhoneWay {
  const heads = releaseHeads(app.releases);
  const versionOf = (id: string | null) => heads.find((head) => head.id === id)?.version;
  const { definition } = targetId === null ? app : frozenIn(app.releases, targetId);
  const [from, to] = [versionOf(releaseId) ?? '', versionOf(targetId) ?? 'the plan of today'];
  return { from, to, after: definition, parts: wayFrom(app, releaseId, targetId) };
}

/** Upgrades a phone: one transaction, one entry of its history, and a ripple of all that was run. */
export async function updatePhone(phone: OpenedApp, { from, to, after, parts }: PhoneWay): Promise<AppState> {
  const started = phone.environment.clock();
  const definition = { ...after, id: phone.definition.id };
  const statements = parts.flatMap((part) => part.statements);
  const plans = parts.flatMap((part) => [part.after.definition, part.before]);
  const before = countsIn(phone);
  const steps = parts.flatMap((part) => part.steps);
  const pending = statements.length > 0 ? upgraded(phone.engine, steps, plans) : null;
  const replaced = (plan: Definition) => [{ op: 'replace' as const, path: ['definition'], value: plan }];
  const change = {
    document: { ...phone.document, definition },
    ...{ patches: replaced(definition), inverse: replaced(phone.definition) },
  };
  const label = `Updated from ${from} to ${to}`;
  await phone.keepPlan(pending, change, { label, statements, undoing: [] }, { final: true });
  const ripple: Ripple = {
    ...{ seq: phone.journal.seq, label, at: phone.environment.now(), lastId: null },
    statements: statements.map((sql) => ({ sql, params: {}, rows: 0 })),
    changes: changesBetween(before, countsIn(phone)),
    milliseconds: phone.environment.clock() - started,
  };
  phone.environment.emit({ kind: 'changed', appId: definition.id, ripple, state: phone.state() });
  return phone.state();
}

/** How many rows each table has, by its name. */
function countsIn(app: OpenedApp): Map<string, number> {
  const counts = rowCounts(app);
  return new Map(app.definition.tables.map(({ id, identifier }) => [identifier, counts[id] ?? 0]));
}

function changesBetween(before: ReadonlyMap<string, number>, after: ReadonlyMap<string, number>): TableChange[] {
  return [...new Set([...before.keys(), ...after.keys()])].flatMap((table): TableChange[] => {
    const more = (after.get(table) ?? 0) - (before.get(table) ?? 0);
    if (more === 0) return [];
    return [{ table, inserted: Math.max(0, more), updated: 0, deleted: Math.max(0, -more), columns: [], keys: [] }];
  });
}

export const heldBy = ({ engine, definition }: OpenedApp): Held => ({
  definition,
  rows: readRows((sql) => engine.query(sql).rows, definition),
});

/** The starting rows of a release, as a phone has them that was never used. */
export function startingHeld(app: OpenedApp, releaseId: string): Held {
  const { definition, starting } = frozenIn(app.releases, releaseId);
  return { definition, rows: starting ? currentStartingRows(app.openBeside, starting, definition, {}) : {} };
}

/** What is otherwise on a phone than elsewhere: values by columns, and rows that are here alone or there alone. */
export function comparison(phone: Held, other: Held): PhoneComparison {
  const idsOf = (held: Held, tableId: string) => new Set(held.rows[tableId]?.rows.map(([id]) => id));
  const only = (one: Held, two: Held) =>
    Object.keys(one.rows).reduce((sum, tableId) => {
      const there = idsOf(two, tableId);
      return sum + [...idsOf(one, tableId)].filter((id) => !there.has(id)).length;
    }, 0);
  return { ...toldOf(accountOf(other, phone)), here: only(phone, other), there: only(other, phone) };
}
