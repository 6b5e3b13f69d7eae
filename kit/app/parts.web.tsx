import { type ComponentType, lazy, type ReactElement, Suspense } from 'react';
import type { ScreensByKind } from './screenProps';

type Parts = typeof import('./allParts');

let asked: Promise<Parts> | null = null;

/** Asked for again after it could not be had. */
const load = (): Promise<Parts> =>
  (asked ??= import('./allParts').catch((error: unknown) => {
    asked = null;
    throw error;
  }));

/** What a part is in a browser: its code comes when it is first shown. */
function later<Props extends object>(pick: (parts: Parts) => ComponentType<Props>): (props: Props) => ReactElement {
  const begin = () =>
    lazy(async () => {
      try {
        return { default: pick(await load()) };
      } catch (error) {
        // Whoever tries again gets another, as React keeps what has failed.
        Part = begin();
        throw error;
      }
    });
  let Part = begin();
  return function LaterPart(props) {
    return (
      <Suspense fallback={null}>
        <Part {...props} />
      </Suspense>
    );
  };
}

const screen = <Kind extends keyof ScreensByKind>(kind: Kind) =>
  later((parts) => parts.screens[kind] as ComponentType<object>) as ScreensByKind[Kind];

export const screens: ScreensByKind = {
  menu: screen('menu'),
  scan: screen('scan'),
  settings: screen('settings'),
  list: screen('list'),
  record: screen('record'),
  form: screen('form'),
  report: screen('report'),
  calendar: screen('calendar'),
};

export const AskSheet: Parts['AskSheet'] = later((parts) => parts.AskSheet);

/** Has the parts come before one of them is wanted, once the first screen is there. */
export function warmParts(): void {
  const warm = () => void load().catch(() => undefined);
  // Not every browser has idle times to tell of.
  if (typeof requestIdleCallback === 'function') requestIdleCallback(warm);
  else setTimeout(warm);
}
