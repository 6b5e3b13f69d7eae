import type { CompiledApp, CompiledList, CompiledScreen } from '@/core/compiled';
import type { Column } from '@/core/model';
import { compiledTable, type TableOf } from './table';

interface AppSaid extends Omit<CompiledApp, 'tables' | 'screens' | 'startId' | 'choices'> {
  choices: Readonly<Record<string, CompiledList>>;
  tables: readonly TableOf<Record<string, Column>>[];
  screens: readonly CompiledScreen[];
  start: CompiledScreen;
}

/** The app, ready to run. */
export const defineApp = ({ tables, screens, start, ...rest }: AppSaid): CompiledApp => ({
  ...rest,
  tables: tables.map(compiledTable),
  screens: [...screens],
  startId: start.id,
});
