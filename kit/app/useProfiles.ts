import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useKit } from '../base/context';
import { rowsQuery } from '../data/rowsQuery';
import { NO_STATEMENT, SHOWN_NAME } from '@/core/compiled';

/** Somebody who can sign in. */
export interface Profile {
  id: number;
  name: string;
  /** Whether a PIN is asked for. */
  locked: boolean;
}

/** Everybody who can sign in, and who is; an app without people has nobody and asks for nobody. */
export function useProfiles() {
  const { app, database, people } = useKit();
  const { data, isPending } = useQuery({
    ...rowsQuery(database, app.people?.list ?? NO_STATEMENT),
    enabled: app.people !== null,
    placeholderData: keepPreviousData,
  });
  const profiles = (data?.rows ?? []).map((row): Profile => ({
    id: Number(row.id),
    name: String(row[SHOWN_NAME]),
    locked: row._locked === 1,
  }));
  const current = profiles.find(({ id }) => id === people.current) ?? null;
  // A profile that was deleted signs nobody in.
  const isSignedOut = app.people !== null && (people.current === null || (data !== undefined && current === null));
  return { profiles, current, isSignedOut, isPending };
}
