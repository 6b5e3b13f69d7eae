import type { CompiledApp, Op } from '@/core/compiled';
import type { Theme } from '@/core/model';
import { iconOf } from './iconOf';

/** Something that is otherwise in the finished project than on the bench, and where. */
export interface Otherwise {
  /** The screen, the routine or the part of the app that it is about. */
  place: string;
  what: string;
}

/** What the letters of an icon can be: the font that draws them has no others. */
const DRAWN = /^[\p{Script=Latin}\p{N}\p{P}\p{Sc} ]+$/u;

const asksCatalogue = (ops: readonly Op[]): boolean =>
  ops.some(
    (op) =>
      op.kind === 'lookUp' ||
      ((op.kind === 'each' || op.kind === 'if') && asksCatalogue(op.ops)) ||
      (op.kind === 'if' && asksCatalogue(op.otherwise)),
  );

const CATALOGUE =
  'It asks the catalogue, which on the bench is simulated. In the project it says that there is none until EXPO_PUBLIC_CATALOGUE_URL gives its address.';

/** All that does not come along as it is on the bench, so that nothing is missed without a word. */
export function otherwiseIn({ screens, routines, theme, name }: CompiledApp): Otherwise[] {
  return [
    ...iconFault(theme, name),
    ...screens
      .filter((screen) => screen.kind === 'scan' && screen.scan.catalogue)
      .map(({ name: place }) => ({ place, what: CATALOGUE })),
    ...routines.filter(({ ops }) => asksCatalogue(ops)).map((routine) => ({ place: routine.name, what: CATALOGUE })),
  ];
}

function iconFault(theme: Theme, name: string): Otherwise[] {
  const icon = iconOf(theme, name);
  if (icon.kind === 'symbol' || DRAWN.test(icon.text)) return [];
  return [
    { place: 'The icon', what: `Its font has no letters like “${icon.text}”. Choose a symbol in the look of the app.` },
  ];
}
