import type { ReactNode } from 'react';
import { Button, Sheet } from '@/ui';
import { useAddress } from '../address';
import { ClipMenu, itemAt } from '../clip';
import { useApp } from '../useApp';

/** The sheet of one part of a screen: what it is, and the way to take it away. */
export function PartSheet({
  title,
  onRemove,
  onClose,
  children,
}: {
  title: string;
  onRemove?: () => void;
  onClose: () => void;
  children: ReactNode;
}) {
  const address = useAddress();
  const item = itemAt(useApp().state.definition, address);
  const remove = () => {
    onClose();
    onRemove?.();
  };
  return (
    <Sheet
      title={title}
      onClose={onClose}
      foot={
        <>
          {onRemove ? <Button kind="danger" label="Take it away" onPress={remove} /> : null}
          {item?.kind === 'parts' ? <ClipMenu item={item} /> : null}
          <Button kind="main" label="Done" onPress={onClose} />
        </>
      }
    >
      {children}
    </Sheet>
  );
}
