import type { Table } from '@/core/model';
/** A record that a link can lead to. */
export interface NamedRecord {
  id: number;
  name: string;
}
/** By the id of the table that a link leads to. */
export type NamedRecords = Record<string, readonly NamedRecord[]>;

/** The record that a cell names: by its id where there is one, else by its name. Or why none, in words. */
export function readLink(
  text: string,
  records: readonly NamedRecord[],
  target: Pick<Table, 'recordName'>,
): { ok: true; id: number | null } | { ok: false; reason: string } {
  const trimmed = text.trim();
  if (trimmed === '') return { ok: true, id: null };
  const id = /^#?(\d{1,15})$/.exec(trimmed)?.[1];
  if (id !== undefined && records.some((record) => record.id === Number(id))) return { ok: true, id: Number(id) };
  const named = records.filter(({ name }) => name.trim().toLowerCase() === trimmed.toLowerCase());
  const record = target.recordName.toLowerCase();
  if (named.length === 1) return { ok: true, id: (named[0] as NamedRecord).id };
  return {
    ok: false,
    reason:
      named.length === 0
        ? `there is no ${record} called “${trimmed}”`
        : `${named.length} are called “${trimmed}”: write #${named[0]?.id} or another id`,
  };
}
