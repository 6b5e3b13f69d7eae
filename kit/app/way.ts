import { type KitNavigation, type Place, screenOf } from '../base/context';
import type { CompiledApp } from '@/core/compiled';

/** What moves a person through an app. */
export type Move =
  | { kind: 'go'; place: Place }
  /** Puts another place where the person is. */
  | { kind: 'replace'; place: Place }
  /** The way there is forgotten. */
  | { kind: 'reset'; place: Place }
  | { kind: 'back' }
  /** To the place at this depth; 0 is the start. */
  | { kind: 'backTo'; depth: number }
  /** Past every place that shows this record. */
  | { kind: 'leaveRecord'; tableId: string; recordId: number };

/** The places from the start to where a person is: never none. */
export type Way = readonly Place[];

/** The start, whichever screen that is. */
export const START: Place = { screenId: '' };

export const AT_START: Way = [START];

export function moved(app: Pick<CompiledApp, 'screens'>, way: Way, move: Move): Way {
  switch (move.kind) {
    case 'go':
      return [...way, move.place];
    case 'replace':
      return [...way.slice(0, -1), move.place];
    case 'reset':
      return [move.place];
    case 'back':
      return way.length > 1 ? way.slice(0, -1) : way;
    case 'backTo':
      return way.slice(0, Math.max(1, move.depth + 1));
    case 'leaveRecord': {
      const left = way.filter((place) => !shows(app, place, move.tableId, move.recordId));
      return left.length > 0 ? left : AT_START;
    }
  }
}

function shows(app: Pick<CompiledApp, 'screens'>, place: Place, tableId: string, recordId: number): boolean {
  const screen = screenOf(app, place.screenId);
  return place.recordId === recordId && screen !== undefined && 'tableId' in screen && screen.tableId === tableId;
}

/** The places that an app still has: one whose screen was removed is no longer one. */
export function placesOn({ screens, startId }: Pick<CompiledApp, 'screens' | 'startId'>, way: Way): Way {
  const places = way
    .map((place) => (place.screenId === START.screenId ? { ...place, screenId: startId } : place))
    .filter((place) => screens.some(({ id }) => id === place.screenId));
  return places.length > 0 ? places : [{ screenId: startId }];
}

/** Navigation as the kit asks for it, each call as a move. */
export const navigationBy = (move: (move: Move) => void): KitNavigation => ({
  go: (place) => move({ kind: 'go', place }),
  replace: (place) => move({ kind: 'replace', place }),
  reset: (place) => move({ kind: 'reset', place }),
  back: () => move({ kind: 'back' }),
  backTo: (depth) => move({ kind: 'backTo', depth }),
  leaveRecord: (tableId, recordId) => move({ kind: 'leaveRecord', tableId, recordId }),
});
