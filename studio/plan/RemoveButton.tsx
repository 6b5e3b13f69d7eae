import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import type { Edit } from '@/core/edit';
import { describeProblem, toProblem } from '@/core/problem';
import { describeImpact } from '@/core/schema';
import { Button, Callout } from '@/ui';
import { worker } from '../client';
import { useApp } from '../useApp';
import { useRemoval } from '../useRemoval';

interface RemoveButtonProps {
  /** "column", "table". */
  what: string;
  name: string;
  edit: Edit;
  /** Said where no row would be touched. */
  harmless: string;
  disabled?: boolean;
  /** Where what is open is not what goes. */
  onRemoved?(): void;
}

/** Removing first says how many rows or values would go, then does it, with undo. */
export function RemoveButton({ disabled, ...rest }: RemoveButtonProps) {
  const [asked, setAsked] = useState(false);
  if (asked) return <RemoveQuestion {...rest} onKept={() => setAsked(false)} />;
  return <Button kind="danger" label={`Remove ${rest.what}`} disabled={disabled} onPress={() => setAsked(true)} />;
}

/** What would go, and whether it is meant. */
export function RemoveQuestion({
  name,
  edit,
  harmless,
  onRemoved,
  onKept,
}: Omit<RemoveButtonProps, 'disabled'> & { onKept: () => void }) {
  const { remove, isPending } = useRemoval();
  const { appId } = useApp();
  const asked = JSON.stringify(edit);
  const { data: impacts, error } = useQuery({
    queryKey: ['removal', appId, asked],
    queryFn: () => worker().api.previewEdit(appId, edit, {}),
    gcTime: 0,
    staleTime: 0,
  });
  const refusal = error ? describeProblem(toProblem(error)) : null;
  return (
    <View className="w-full max-w-[640px] gap-3">
      {refusal ? <Callout tone="rust">{`${refusal.what} ${refusal.todo}`}</Callout> : null}
      {impacts ? (
        <Callout tone="amber">{impacts.length === 0 ? harmless : impacts.map(describeImpact).join(' ')}</Callout>
      ) : null}
      <View className="flex-row flex-wrap justify-end gap-3">
        <Button label="Keep it" onPress={onKept} />
        <Button
          kind="danger"
          label={`Remove ${name}`}
          disabled={isPending || !impacts}
          onPress={() => remove(name, edit, onRemoved)}
        />
      </View>
    </View>
  );
}
