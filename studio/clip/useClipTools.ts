import ClipboardPaste from 'lucide-react-native/icons/clipboard-paste';
import Copy from 'lucide-react-native/icons/copy';
import CopyPlus from 'lucide-react-native/icons/copy-plus';
import { clip, type ClipItem, paste } from '@/core/clip';
import type { Tool } from '@/ui';
import { useOpen } from '../address';
import { newId } from '../newId';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { addressOfPasted } from './addressOfPasted';
import { copyItem } from './copyItem';
import { pasteHeld } from './useClip';

/** Copying and duplicating of something that is open, for the menu of its toolbar. */
export function useClipTools(item: ClipItem): Tool[] {
  const { definition } = useApp().state;
  const edit = useEdit();
  const { open } = useOpen();
  const duplicate = () => {
    const clipping = clip(definition, item);
    if (!clipping) return;
    const into = item.kind === 'columns' ? item.tableId : item.kind === 'parts' ? item.screenId : null;
    const pasted = paste(definition, clipping, newId, {}, into);
    edit.mutate({ edit: pasted.edit }, { onSuccess: () => open(addressOfPasted(clipping, pasted, into)) });
  };
  return [
    { icon: Copy, label: 'Copy', onPress: () => void copyItem(definition, item) },
    { icon: CopyPlus, label: 'Duplicate', onPress: duplicate },
  ];
}

/** Pasting, for the menu of a place's toolbar. */
export const pasteTool: Tool = {
  icon: ClipboardPaste,
  label: 'Paste what was copied',
  onPress: () => void pasteHeld(),
};
