import { type ComponentType, lazy } from 'react';
import { loadMenus } from '@/ui';

type Parts = typeof import('./parts');

let asked: Promise<Parts> | undefined;

/** The code of what the first screen does without, fetched once; asked for again after it could not be had. */
export const laterParts = (): Promise<Parts> =>
  (asked ??= Promise.all([import('./parts'), loadMenus()]).then(
    ([parts]) => parts,
    (error: unknown) => {
      asked = undefined;
      throw error;
    },
  ));

/** A part of the studio whose code comes when it is first shown; stands within `Later`. */
export const laterPart = <Name extends keyof Parts>(name: Name) =>
  lazy(() => laterParts().then((parts) => ({ default: parts[name] as ComponentType<Props<Name>> })));

type Props<Name extends keyof Parts> = Parts[Name] extends (props: infer P) => unknown ? P : object;
