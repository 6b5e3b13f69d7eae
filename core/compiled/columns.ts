import type { Column } from '@/core/model';

/** Columns that the statements of a table give beside the record's own. */
export const ID = 'id';

export const SHOWN_NAME = '_name';

/** The name of the record that a link leads to; no identifier of a column begins with an underscore. */
export const linkedName = ({ identifier }: Pick<Column, 'identifier'>): string => `_of_${identifier}`;
