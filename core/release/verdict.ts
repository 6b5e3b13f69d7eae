import { totalOf } from './account';
import type { Trial } from './trial';

/** At a glance: the upgrade holds, it holds but values are lost, or it does not hold. */
export function verdictOf({ fault, unsound, failing, cuts, account }: Trial): 'holds' | 'loses' | 'fails' {
  const isSound = fault === null && unsound.length === 0 && failing.length === 0 && cuts.whole === cuts.tried;
  if (!isSound) return 'fails';
  return totalOf(account, 'lost') === 0 ? 'holds' : 'loses';
}
