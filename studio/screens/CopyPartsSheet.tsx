import { useState } from 'react';
import { copyableParts, copyParts } from '@/core/edit';
import type { Screen } from '@/core/model';
import { screensOf } from '@/core/plan';
import { Button, SelectField, Sheet, SwitchField, Text } from '@/ui';
import { newId } from '../newId';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';

/** Takes parts of another screen of the same kind into this one; those that do not fit its table are left out. */
export function CopyPartsSheet({ screen, onClose }: { screen: Screen; onClose: () => void }) {
  const { definition } = useApp().state;
  const edit = useEdit();
  const others = screensOf(definition).list.filter(
    (other) =>
      other.id !== screen.id && other.kind === screen.kind && copyableParts(definition, other, screen).length > 0,
  );
  const [fromId, setFromId] = useState(others[0]?.id ?? '');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const from = others.find(({ id }) => id === fromId);
  const parts = from ? copyableParts(definition, from, screen) : [];
  const copy = () =>
    from &&
    edit.mutate(
      { edit: { kind: 'setScreen', screen: copyParts(definition, from, screen, chosen, newId) } },
      { onSuccess: onClose },
    );
  return (
    <Sheet
      title={`Copy parts into ${screen.name}`}
      onClose={onClose}
      foot={<Button kind="main" label="Copy" disabled={chosen.length === 0 || edit.isPending} onPress={copy} />}
    >
      {others.length === 0 ? (
        <Text look="body">No other screen has parts that fit here.</Text>
      ) : (
        <>
          <SelectField
            label="From"
            options={others.map(({ id, name }) => ({ value: id, label: name }))}
            value={fromId}
            onChange={(id) => {
              setFromId(id);
              setChosen([]);
            }}
          />
          {parts.map(({ id, name }) => (
            <SwitchField
              key={id}
              label={name}
              value={chosen.includes(id)}
              onChange={(on) => setChosen(on ? [...chosen, id] : chosen.filter((each) => each !== id))}
            />
          ))}
        </>
      )}
    </Sheet>
  );
}
