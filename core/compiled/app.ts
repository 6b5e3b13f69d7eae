import type { CompiledList } from './list';
import type { CompiledPeople } from './people';
import type { CompiledRoutine } from './routine';
import type { CompiledScreen } from './screen';
import type { CompiledTable } from './table';
import type { Frame, Theme } from '@/core/model';

/**
 * An app ready to run: every statement that its screens use, and the screens with the paths between them. Plain data:
 * what JSON makes of it runs the same; parts that nobody has asked for yet are made when somebody does.
 */
export interface CompiledApp {
  id: string;
  name: string;
  theme: Theme;
  tables: CompiledTable[];
  screens: CompiledScreen[];
  startId: string;
  frame: Frame | null;
  people: CompiledPeople | null;
  routines: CompiledRoutine[];
  /** For each query, by its id, what it selects, for where one record of those is to be chosen. */
  choices: Record<string, CompiledList>;
}
