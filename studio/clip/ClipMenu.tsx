import Copy from 'lucide-react-native/icons/copy';
import type { ClipItem } from '@/core/clip';
import { MenuButton } from '@/ui';
import { useClipTools } from './useClipTools';

/** Copying and duplicating of what a sheet is about, at its foot. */
export function ClipMenu({ item }: { item: ClipItem }) {
  return <MenuButton icon={Copy} label="Copy or duplicate" tools={useClipTools(item)} />;
}
