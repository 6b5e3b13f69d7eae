import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useKit } from '../base/context';
import { AskSheet } from '../app/parts';
import { RoutineContext, type RunRoutine } from './useRoutine';
import type { RoutineRequest } from '@/core/compiled';
import type { Scalar } from '@/core/model';
import { describeProblem, toProblem } from '@/core/problem';
import type { Question } from '@/core/runtime';

interface Asking {
  question: Question;
  /** Nothing where the question is put away. */
  answer(value?: Scalar): void;
}

const known = (item: Awaited<ReturnType<ReturnType<typeof useKit>['catalogue']['ask']>>): string =>
  item ? JSON.stringify(item) : '';

const MOST_SAID = 3;

/** What a routine said: of many records it may say the same, or more than can be read. */
function saidOnce(messages: readonly string[]): string {
  const texts = [...new Set(messages)];
  const others = texts.length - MOST_SAID;
  return [...texts.slice(0, MOST_SAID), ...(others > 0 ? [`And ${others} more like this.`] : [])].join(' ');
}

/** Gives screens the way to run routines; what they ask is asked here, and what they say is said here. */
export function WithRoutines({ children }: { children: ReactNode }) {
  const { app, catalogue, database, navigation, notify, people } = useKit();
  const [asking, setAsking] = useState<Asking | null>(null);
  const busy = useRef(false);

  const put = useCallback(
    (question: Question) => new Promise<Scalar | undefined>((answer) => setAsking({ question, answer })),
    [],
  );
  const attempt = useCallback(
    async (asked: RoutineRequest): Promise<boolean> => {
      // A second tap before the first has ended does nothing.
      if (busy.current) return false;
      busy.current = true;
      try {
        let request = asked;
        let result = await database.runRoutine(request);
        // What a person or the catalogue says is one more answer, with which it is run again; until then nothing was
        // changed.
        while (result.kind === 'outside' || result.kind === 'asks') {
          const [key, said] =
            result.kind === 'asks'
              ? [result.question.key, await put(result.question)]
              : [result.key, known(await catalogue.ask(result.code))];
          if (said === undefined) return false;
          request = { ...request, answers: { ...request.answers, [key]: said } };
          result = await database.runRoutine(request);
        }
        if (result.kind === 'stopped') {
          notify({ text: 'Stopped. Nothing was changed.', tone: 'done' });
          return false;
        }
        const { ripple, messages, go } = result;
        if (go) navigation.go({ screenId: go.screenId, ...(go.recordId === null ? {} : { recordId: go.recordId }) });
        const changed = ripple.changes.length > 0;
        notify({
          text:
            messages.length > 0
              ? saidOnce(messages)
              : changed
                ? ripple.label
                : `${ripple.label}. There was nothing to do.`,
          tone: 'done',
          ...(changed ? { undoSeq: ripple.seq } : {}),
        });
        return true;
      } catch (error) {
        const { what, kept, todo } = describeProblem(toProblem(error));
        notify({ text: `${what} ${kept} ${todo}`, tone: 'problem' });
        return false;
      } finally {
        setAsking(null);
        busy.current = false;
      }
    },
    [catalogue, database, navigation, notify, put],
  );
  const run = useCallback<RunRoutine>(
    (routineId, recordIds = []) => attempt({ routineId, recordIds, answers: {} }),
    [attempt],
  );

  // Those that the app's opening starts, once somebody is there to use it.
  const isThere = app.people === null || people.current !== null;
  const opening = useMemo(
    () => app.routines.filter(({ starts }) => starts.includes('opening')).map(({ id }) => id),
    [app.routines],
  );
  const opened = useRef(false);
  useEffect(() => {
    if (!isThere || opened.current) return;
    opened.current = true;
    void (async () => {
      for (const routineId of opening) await attempt({ routineId, recordIds: [], answers: {} });
    })();
  }, [isThere, opening, attempt]);

  return (
    <RoutineContext.Provider value={run}>
      {children}
      {asking ? (
        <AskSheet
          key={asking.question.key}
          question={asking.question}
          onAnswer={asking.answer}
          onClose={() => asking.answer()}
        />
      ) : null}
    </RoutineContext.Provider>
  );
}
