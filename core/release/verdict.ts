import type { ReleaseHead } from './release';
import { MOST_TRIALS, type Report, type Trial } from './trial';

/** At a glance: the upgrade holds, it holds but values are lost, or it does not hold. */
export type Verdict = 'holds' | 'loses' | 'fails';

export function verdictOf({ fault, unsound, failing, cuts, totals }: Trial): Verdict {
  const isSound = fault === null && unsound.length === 0 && failing.length === 0 && cuts.whole === cuts.tried;
  if (!isSound) return 'fails';
  return totals.lost === 0 ? 'holds' : 'loses';
}

/**
 * What is known of the upgrade to a plan: what its rehearsal came to, `partly` where it was not tried from every
 * release, `none` where it was not tried, `unneeded` where databases fit as they are.
 */
export type Rehearsed = Verdict | 'partly' | 'none' | 'unneeded';

const gravest: readonly Verdict[] = ['fails', 'loses', 'holds'];

const worst = (trials: readonly Trial[]): Verdict => {
  const verdicts = trials.map(verdictOf);
  return gravest.find((each) => verdicts.includes(each)) ?? 'holds';
};

/** What is kept of trials with a release: of very many those that found most. */
export const reportOf = (at: string, trials: readonly Trial[]): Report => ({
  at,
  trials:
    trials.length <= MOST_TRIALS
      ? [...trials]
      : trials
          .toSorted((one, other) => gravest.indexOf(verdictOf(one)) - gravest.indexOf(verdictOf(other)))
          .slice(0, MOST_TRIALS),
});

/** `older`: the releases that phones can come from; each is to be tried on the rows of now and on difficult ones. */
export function rehearsedBy(older: readonly Pick<ReleaseHead, 'id'>[], trials: readonly Trial[]): Rehearsed {
  if (trials.length === 0) return 'none';
  const found = worst(trials);
  const isWhole = older.every(({ id }) =>
    (['rows-of-now', 'difficult-rows'] as const).every((kind) =>
      trials.some(({ releaseId, subject }) => releaseId === id && subject.kind === kind),
    ),
  );
  return found === 'fails' || isWhole ? found : 'partly';
}

/** The same of a release, by what was kept with it. */
export function rehearsedOf(heads: readonly ReleaseHead[], at: number): Rehearsed {
  const [before, head] = [heads[at - 1], heads[at]];
  if (!before || !head || before.schema === head.schema) return 'unneeded';
  return head.rehearsed ?? 'none';
}
