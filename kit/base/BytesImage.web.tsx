import { useMemo } from 'react';
import { scalarOf } from '@/core/column';
import type { BytesImageProps } from './BytesImage';

/**
 * The same in a browser, as its own element: React Native's asks for the layout of each picture, and loads it a second
 * time to know its size, which a list that scrolls has no time for.
 */
export function BytesImage({ bytes, onError }: BytesImageProps) {
  const uri = useMemo(() => String(scalarOf(bytes) ?? ''), [bytes]);
  return uri ? (
    <img
      src={uri}
      alt=""
      aria-hidden
      decoding="async"
      draggable={false}
      onError={onError}
      style={{ width: '100%', height: '100%', objectFit: 'cover' }}
    />
  ) : null;
}
