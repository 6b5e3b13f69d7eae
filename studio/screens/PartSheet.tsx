import type { ReactNode } from 'react';
import { Button, Sheet } from '@/ui';

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
          <Button kind="main" label="Done" onPress={onClose} />
        </>
      }
    >
      {children}
    </Sheet>
  );
}
