import type { Column, ColumnOf } from '@/core/model';

export const isLink = (column: Column): column is ColumnOf<'link'> => column.kind === 'link';
