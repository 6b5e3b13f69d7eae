import { createContext, useCallback, useContext, useEffect, useRef } from 'react';
import { useKit } from '../base/context';
import { barcodeFault, symbologyLength } from '@/core/barcode';
import { type CodePlace, SHOWN_NAME } from '@/core/compiled';
import { codeCandidates } from '@/core/scan';

/** Whether a screen is the one that can be seen: the others hear no scanner. */
export const OnTopContext = createContext(true);

type Hear = (code: string) => void | Promise<void>;

/** Those who hear the hand scanner, the last one first. */
const hearers: { current: Hear }[] = [];

export const isHeard = (): boolean => hearers.length > 0;

const watchers = new Set<() => void>();

/** Tells `changed` whenever somebody begins or ends to hear; gives what ends that. */
export function onHeard(changed: () => void): () => void {
  watchers.add(changed);
  return () => void watchers.delete(changed);
}

export const hearScan = (code: string): void => void hearers.at(-1)?.current(code);

/** Hears codes of a hand scanner, whatever has focus, while the screen can be seen; null hears none. */
export function useScans(hear: Hear | null): void {
  const onTop = useContext(OnTopContext);
  const latest = useRef<Hear>(() => undefined);
  if (hear) latest.current = hear;
  const hears = hear !== null && onTop;
  useEffect(() => {
    if (!hears) return;
    hearers.push(latest);
    watchers.forEach((changed) => changed());
    return () => {
      hearers.splice(hearers.indexOf(latest), 1);
      watchers.forEach((changed) => changed());
    };
  }, [hears]);
}

/** A record that has a scanned code. */
export interface Match {
  tableId: string;
  recordName: string;
  id: number;
  name: string;
}

export interface LookedUp {
  matches: Match[];
  /** What is wrong with the code itself, in words. */
  fault: string | null;
}

/** Looks a code up in columns of codes, under every spelling that it may have. */
export function useLookUp(): (places: readonly CodePlace[], code: string) => Promise<LookedUp> {
  const { database } = useKit();
  return useCallback(
    async (places, code) => {
      const params = { codes: JSON.stringify(codeCandidates(code)) };
      const found = await Promise.all(
        places.map(async (place) =>
          (await database.read({ ...place.statement, params })).rows.map((row): Match => ({
            tableId: place.tableId,
            recordName: place.recordName,
            id: Number(row.id),
            name: String(row[SHOWN_NAME]),
          })),
        ),
      );
      const matches = found
        .flat()
        .filter(
          (match, index, all) =>
            all.findIndex(({ tableId, id }) => tableId === match.tableId && id === match.id) === index,
        );
      return { matches, fault: matches.length > 0 ? null : faultOf(places, code) };
    },
    [database],
  );
}

/** Why a code that is in no table cannot be right, where all that it could be says so. */
function faultOf(places: readonly CodePlace[], code: string): string | null {
  const suiting = places.filter(({ symbology }) => symbologyLength[symbology] === code.length && /^\d+$/.test(code));
  const faults = suiting.map(({ symbology }) => barcodeFault(symbology, code));
  return faults.length > 0 && faults.every((fault) => fault !== null)
    ? `${code}: ${faults[0]}. Scan it again, or compare the digits.`
    : null;
}
