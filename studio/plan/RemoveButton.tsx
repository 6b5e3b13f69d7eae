import { useState } from 'react';
import { View } from 'react-native';
import type { Edit } from '@/core/edit';
import { describeProblem, toProblem } from '@/core/problem';
import { describeImpact, type Impact } from '@/core/schema';
import { Button, Callout } from '@/ui';
import { worker } from '../client';
import { say } from '../Toasts';
import { useAct, useApp, useEdit } from '../useApp';

interface RemoveButtonProps {
  /** "column", "table". */
  what: string;
  name: string;
  edit: Edit;
  /** Said where no row would be touched. */
  harmless: string;
  disabled?: boolean;
  onRemoved(): void;
}

/** Removing first says how many rows or values would go, then does it, with undo. */
export function RemoveButton({ what, name, edit: removal, harmless, disabled, onRemoved }: RemoveButtonProps) {
  const act = useAct();
  const edit = useEdit();
  const [impacts, setImpacts] = useState<Impact[] | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const { appId } = useApp();
  const look = async () => {
    try {
      setImpacts(await worker().api.previewEdit(appId, removal, {}));
      setRefusal(null);
    } catch (error) {
      const { what, todo } = describeProblem(toProblem(error));
      setRefusal(`${what} ${todo}`);
    }
  };
  const remove = () =>
    edit.mutate(
      { edit: removal },
      {
        onSuccess: () => {
          onRemoved();
          say({
            text: `Removed ${name}.`,
            tone: 'done',
            action: { label: 'Undo', onPress: () => void act((api) => api.undo(appId)) },
          });
        },
      },
    );
  if (impacts === null) {
    return (
      <>
        {refusal ? <Callout tone="rust">{refusal}</Callout> : null}
        <Button kind="danger" label={`Remove ${what}`} disabled={disabled} onPress={() => void look()} />
      </>
    );
  }
  return (
    <View className="w-full gap-3">
      <Callout tone="amber">{impacts.length === 0 ? harmless : impacts.map(describeImpact).join(' ')}</Callout>
      <View className="flex-row flex-wrap justify-end gap-3">
        <Button label="Keep it" onPress={() => setImpacts(null)} />
        <Button kind="danger" label={`Remove ${name}`} disabled={edit.isPending} onPress={remove} />
      </View>
    </View>
  );
}
