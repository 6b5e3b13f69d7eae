import type { CompiledApp, CompiledList } from '@/core/compiled';

/** Every list of an app: those of its tables, its choices, its screens. */
export const listsOf = (app: CompiledApp): CompiledList[] => [
  ...app.tables.map(({ list }) => list),
  ...Object.values(app.choices),
  ...app.screens.flatMap((screen) =>
    screen.kind === 'list' ? [screen.list] : screen.kind === 'report' ? [screen.report.list] : [],
  ),
];
