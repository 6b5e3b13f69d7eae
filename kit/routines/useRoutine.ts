import { createContext, useContext } from 'react';

/**
 * Runs a routine, by itself or on records, as one transaction; until it is done, with all that it asks. Tells whether
 * it was done.
 */
export type RunRoutine = (routineId: string, recordIds?: readonly number[]) => Promise<boolean>;

export const RoutineContext = createContext<RunRoutine>(() => Promise.resolve(false));

export const useRoutine = (): RunRoutine => useContext(RoutineContext);
