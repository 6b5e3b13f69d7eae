import type { Mend } from './mend';
import type { Path } from './path';
import { type QueryFaultData, queryFaultWords } from './query';
import { type ReleaseFaultData, releaseFaultWords } from './release';
import { type RoutineFaultData, routineFaultWords } from './routine';
import { type RowFaultData, rowFaultWords } from './row';
import { type ScreenFaultData, screenFaultWords } from './screen';
import { type TableFaultData, tableFaultWords } from './table';
import type { WordsOf } from './words';

/** What is needed to say each fault, by its code. */
export interface FaultData
  extends TableFaultData, QueryFaultData, ScreenFaultData, RoutineFaultData, RowFaultData, ReleaseFaultData {}

export type FaultCode = keyof FaultData;

/** What is wrong, as plain data: its code and what is needed to say it, where, and what would take it away. */
export type Fault<C extends FaultCode = FaultCode> = {
  [K in C]: { code: K; data: FaultData[K]; place: Path; mend: Mend | null };
}[C];

export const fault = <C extends FaultCode>(
  code: C,
  data: FaultData[C],
  place: Path = [],
  mend: Mend | null = null,
): Fault<C> => ({ code, data, place, mend }) as Fault<C>;

/** One fault where something does not hold, else none. */
export const unless = <C extends FaultCode>(holds: boolean, code: C, data: FaultData[C], place: Path = []): Fault[] =>
  holds ? [] : [fault(code, data, place) as Fault];

/** Faults of a part as faults of the whole that it stands in. */
export const under = (path: Path, faults: readonly Fault[]): Fault[] =>
  faults.map(({ mend, ...each }) => ({
    ...each,
    place: [...path, ...each.place],
    mend: mend && { ...mend, at: [...path, ...mend.at] },
  }));

/** Faults that are all mended in one way. */
export const mendedBy = (mend: Mend, faults: readonly Fault[]): Fault[] => faults.map((each) => ({ ...each, mend }));

/** Every code in words: nothing else in the product words a fault. */
const words: WordsOf<FaultData> = {
  ...tableFaultWords,
  ...queryFaultWords,
  ...screenFaultWords,
  ...routineFaultWords,
  ...rowFaultWords,
  ...releaseFaultWords,
};

/** What is wrong, in words, without where. */
export const faultReason = <C extends FaultCode>({ code, data }: Pick<Fault<C>, 'code' | 'data'>): string =>
  words[code](data as never);

/** The first of several faults in words, or null where there is none. */
export const firstReason = ([first]: readonly Fault[]): string | null => (first ? faultReason(first) : null);
