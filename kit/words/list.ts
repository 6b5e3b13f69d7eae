import { type CompiledList, listOf, type ListSaid, type TableParts, usualOf } from '@/core/compiled';

/** Some of the records of a table, for where one of them is to be chosen. */
export const listing = (table: TableParts, said: ListSaid): CompiledList => listOf(said, usualOf(table.list));
