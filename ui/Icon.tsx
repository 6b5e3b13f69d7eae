import type { LucideIcon } from 'lucide-react-native';
import { memo } from 'react';

/**
 * A picture without words. Drawn anew only when it changes itself: it is made of several shapes, and a place has many.
 */
export const Icon = memo(function Icon({ of: Shape, size, color }: { of: LucideIcon; size: number; color: string }) {
  return <Shape size={size} color={color} />;
});
