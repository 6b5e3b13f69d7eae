import { useQuery } from '@tanstack/react-query';
import { memo, useMemo } from 'react';
import { Image, View } from 'react-native';
import type { CompiledTable } from '@/core/compile';
import { type Column, scalarOf } from '@/core/definition';
import { useKit } from './context';
import { rowsQuery } from './useRows';

/** The small picture before a record's name. Fetched by itself, so that a page of rows is not as heavy as its pictures. */
export const RowPicture = memo(function RowPicture({ table, column, id, there }: { table: CompiledTable; column: Column; id: number; there: boolean }) {
  const { database } = useKit();
  const sql = table.statements.picture?.sql ?? '';
  const { data } = useQuery({ ...rowsQuery(database, { sql, params: { id }, key: { table: table.identifier, id } }), enabled: there && sql !== '' });
  const picture = data?.rows[0]?.[column.identifier];
  const uri = useMemo(() => String(scalarOf(picture) ?? ''), [picture]);
  return <View className="h-12 w-12 overflow-hidden rounded-lg bg-app-tint">{uri ? <Image source={{ uri }} aria-hidden style={{ width: 48, height: 48 }} resizeMode="cover" /> : null}</View>;
});
