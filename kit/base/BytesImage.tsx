import { useMemo } from 'react';
import { Image } from 'react-native';
import { scalarOf } from '@/core/column';
import type { Row } from '@/core/driver';

export interface BytesImageProps {
  /** A picture's bytes as they stand in a row. */
  bytes: Row[string] | undefined;
  onError(): void;
}

/** A picture from the database, filling what it stands in; nothing is said of it here. */
export function BytesImage({ bytes, onError }: BytesImageProps) {
  const uri = useMemo(() => String(scalarOf(bytes) ?? ''), [bytes]);
  return uri ? (
    <Image
      source={{ uri }}
      aria-hidden
      style={{ width: '100%', height: '100%' }}
      resizeMode="cover"
      onError={onError}
    />
  ) : null;
}
