import type { Edit } from '@/core/edit';
import { useEdit } from './useEdit';
import { useSayDone } from './useSayDone';

/** Removes something, and then says so, with the way to have it back. Where it was open is left as it goes. */
export function useRemoval() {
  const sayDone = useSayDone();
  const edit = useEdit();
  const remove = (name: string, removal: Edit, onRemoved?: () => void) =>
    edit.mutate({
      edit: removal,
      onKept: (kept) => {
        onRemoved?.();
        sayDone(`Removed ${name}.`, kept);
      },
    });
  return { remove, isPending: edit.isPending };
}
