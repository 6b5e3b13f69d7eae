/** How a hand scanner that types is told from a person: by its speed, and by the keys before and after each code. */
export interface WedgeSettings {
  /** The key that it sends before each code, as KeyboardEvent.key names it, or null for none. */
  lead: string | null;
  /** The key that it sends after each code, or null where only a pause ends one. */
  end: string | null;
  /** The longest time between two of its keys, in milliseconds. Nobody types so fast for long. */
  gap: number;
  /** The fewest characters of a code. */
  least: number;
}

/** The keys that scanners are set to send before or after a code. */
export const leadKeys = ['F7', 'F8', 'F9', '~'] as const;
export const endKeys = ['Enter', 'Tab', 'ArrowDown', 'F10'] as const;

export const DEFAULT_WEDGE: WedgeSettings = { lead: null, end: 'Enter', gap: 35, least: 4 };

export interface WedgeKey {
  key: string;
  /** Milliseconds, from whenever. */
  at: number;
  /**
   * Whether no field has focus that the key would be typed into: then even the first can wait until it is known whose
   * it is.
   */
  free?: boolean;
}

/**
 * What has come in of what may be a code. `passed` is the first character, which went its way before the second told
 * that it was fast.
 */
export interface WedgeState {
  passed: string;
  held: string;
  led: boolean;
  at: number;
}

export const QUIET: WedgeState = { passed: '', held: '', led: false, at: -Infinity };

export interface WedgeOutcome {
  state: WedgeState;
  /** Whether the key is kept from whatever has focus. */
  handled: boolean;
  /** What was held and is typed after all, before the key goes its way. */
  release: string;
  code: string | null;
  /** How many characters of the code went to whatever has focus and are to be taken back. */
  takeBack: number;
}

const nothing = { handled: false, release: '', code: null, takeBack: 0 };
/** Keys that come with others and mean nothing by themselves. */
const SILENT = new Set(['Shift', 'CapsLock', 'NumLock', 'Unidentified', 'Dead']);

/** A scanner may wait a little before its last key. */
const endGap = ({ gap }: WedgeSettings): number => Math.max(3 * gap, 100);
const isWaiting = ({ passed, held, led }: WedgeState): boolean => led || passed !== '' || held !== '';

/** What a key means after those before it. Pure: all that is known stands in `state`. */
export function wedgeKey(
  state: WedgeState,
  { key, at, free = false }: WedgeKey,
  settings: WedgeSettings,
): WedgeOutcome {
  if (SILENT.has(key)) return { ...nothing, state };
  const since = at - state.at;
  const isLate = since > (key === settings.end ? endGap(settings) : state.led ? endGap(settings) : settings.gap);
  if (isWaiting(state) && isLate) {
    const ended = wedgePause(state, settings);
    const after = wedgeKey(QUIET, { key, at, free }, settings);
    return { ...after, release: ended.release + after.release, code: ended.code, takeBack: ended.takeBack };
  }
  if (key === settings.lead && !isWaiting(state))
    return { ...nothing, state: { ...QUIET, led: true, at }, handled: true };
  if (key === settings.end && isWaiting(state)) {
    const code = state.passed + state.held;
    if (isCode(state, settings))
      return { ...nothing, state: QUIET, handled: true, code, takeBack: state.passed.length };
    return { ...nothing, state: QUIET, release: releasedBy(state, settings) };
  }
  if ([...key].length !== 1) return { ...nothing, state: QUIET, release: releasedBy(state, settings) };
  if (state.led) return { ...nothing, state: { ...state, held: state.held + key, at }, handled: true };
  // With a lead key set, nothing is a code that does not begin with it.
  if (settings.lead !== null) return { ...nothing, state: QUIET };
  if (!isWaiting(state))
    return free
      ? { ...nothing, state: { ...QUIET, held: key, at }, handled: true }
      : { ...nothing, state: { ...QUIET, passed: key, at } };
  return { ...nothing, state: { ...state, held: state.held + key, at }, handled: true };
}

/** How long after the last key a pause ends what has come in, in milliseconds. */
export const pauseAfter = (state: WedgeState, settings: WedgeSettings): number | null =>
  isWaiting(state) ? (state.led || isCode(state, settings) ? endGap(settings) : settings.gap) + 5 : null;

/** What a pause means: the end of a code where no key ends one, or that it was a person who typed. */
export function wedgePause(state: WedgeState, settings: WedgeSettings): WedgeOutcome {
  if (settings.end === null && isCode(state, settings))
    return { ...nothing, state: QUIET, code: state.passed + state.held, takeBack: state.passed.length };
  return { ...nothing, state: QUIET, release: releasedBy(state, settings) };
}

const isCode = ({ passed, held, led }: WedgeState, { least }: WedgeSettings): boolean =>
  (passed + held).length >= (led ? 1 : least);

/** A lead key that is a character was meant to be typed, where no code follows. */
const releasedBy = ({ held, led }: WedgeState, { lead }: WedgeSettings): string =>
  (led && lead !== null && [...lead].length === 1 ? lead : '') + held;
