import { useQuery } from '@tanstack/react-query';
import ImageOff from 'lucide-react-native/icons/image-off';
import { memo, useState } from 'react';
import { View } from 'react-native';
import { BytesImage } from '../base/BytesImage';
import { useKit } from '../base/context';
import { rowsQuery } from '../data/rowsQuery';
import type { RowLook } from './rowLook';
import { type CompiledSlot, type CompiledTable, NO_STATEMENT } from '@/core/compiled';

interface RowPictureProps {
  table: CompiledTable;
  slot: CompiledSlot;
  id: number;
  there: boolean;
  width: number | '100%';
  height: number;
  look: RowLook;
}

/** The picture of a row. Fetched by itself, so that a page of rows is not as heavy as its pictures. */
export const RowPicture = memo(function RowPicture({ table, slot, id, there, width, height, look }: RowPictureProps) {
  const { database } = useKit();
  // A picture of the row itself changes with that row alone.
  const isOwn = slot.column.kind === 'picture' && table.columns.some((column) => column.id === slot.column.id);
  const { data } = useQuery({
    ...rowsQuery(database, {
      ...(slot.apart ?? NO_STATEMENT),
      params: { id },
      ...(isOwn ? { key: { table: table.identifier, id } } : {}),
    }),
    enabled: there && slot.apart !== null,
  });
  const picture = data?.rows[0]?.[slot.key];
  const [broken, setBroken] = useState<unknown>(null);
  return (
    <View
      style={{
        width,
        height,
        alignItems: 'center',
        justifyContent: 'center',
        overflow: 'hidden',
        borderRadius: look.corner,
        backgroundColor: look.colors.tint,
      }}
    >
      {picture && broken === picture ? (
        <ImageOff size={20} color={look.colors.soft} aria-label="This picture cannot be shown" />
      ) : picture ? (
        <BytesImage bytes={picture} onError={() => setBroken(picture)} />
      ) : null}
    </View>
  );
});
