import { useRef, useState } from 'react';
import { useKit } from '../base/context';
import { useRoutine } from '../routines/useRoutine';
import { type Match, useLookUp, useScans } from './scans';
import type { WorkingList } from './useWorkingList';
import { type CompiledScan, wayTo } from '@/core/compiled';
import { describeProblem, toProblem } from '@/core/problem';

/** What came of the last scan. */
export interface Said {
  text: string;
  tone: 'found' | 'problem';
}

/** Looks up each code that is heard, and does with what is found as the screen asks. */
export function useHeard(scan: CompiledScan, list: WorkingList) {
  const { cue, settings } = useKit();
  const lookUp = useLookUp();
  const act = useFound(scan, list.add);
  const [said, setSaid] = useState<Said | null>(null);
  const [missing, setMissing] = useState<{ code: string; fault: string | null } | null>(null);
  const [several, setSeveral] = useState<{ code: string; matches: Match[] } | null>(null);
  const by = { sound: settings.scanSound === 'on', vibration: settings.scanVibration === 'on' };

  const take = async (code: string, match: Match) => {
    cue('found', by);
    const { text, ran } = act(code, match);
    setSaid({ text, tone: 'found' });
    await ran;
  };
  const answer = async (code: string) => {
    setMissing(null);
    setSeveral(null);
    try {
      await list.whenRead();
      const { matches, fault } = await lookUp(scan.places, code);
      const [match] = matches;
      if (match && matches.length === 1) return await take(code, match);
      cue(match ? 'several' : 'none', by);
      if (match) setSeveral({ code, matches });
      else setMissing({ code, fault });
      setSaid(null);
    } catch (error) {
      cue('none', by);
      setSaid({ text: describeProblem(toProblem(error)).what, tone: 'problem' });
    }
  };
  // Scans have their turn one after another, in the order in which they came.
  const turn = useRef<Promise<void>>(Promise.resolve());
  const hear = (code: string) => {
    turn.current = turn.current.then(() => answer(code));
  };
  useScans(hear);
  return { hear, take, said, setSaid, missing, setMissing, several, setSeveral };
}

/** Does with a found record what the screen asks, and tells what that was. */
function useFound(
  scan: CompiledScan,
  add: WorkingList['add'],
): (code: string, match: Match) => { text: string; ran?: Promise<boolean> } {
  const { app, navigation } = useKit();
  const run = useRoutine();
  return (code, { tableId, recordName, id, name }) => {
    const wasThere = scan.continuous ? add({ code, tableId, id, name }, scan.repeats) : false;
    if (wasThere && scan.repeats === 'ignore') return { text: `${recordName} ${name} was scanned already.` };
    switch (scan.found.kind) {
      case 'open': {
        const screenId = scan.continuous ? null : wayTo(app, 'record', tableId);
        if (screenId) navigation.go({ screenId, recordId: id });
        break;
      }
      case 'routine':
        // The next scan has its turn when this one is done: a routine that is under way takes no other.
        return { text: `${recordName} ${name}`, ran: run(scan.found.routineId, [id]) };
      case 'collect':
        break;
    }
    return { text: `${recordName} ${name}` };
  };
}
