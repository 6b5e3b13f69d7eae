import { useState } from 'react';
import type { Edit } from '@/core/edit';
import { MOST_NAME } from '@/core/model';
import { Button, Callout, ChoiceField, Sheet, SwitchField, Text, TextField } from '@/ui';
import { newId } from '../newId';
import { HelpLink } from '../help';
import { useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { RemoveButton } from './RemoveButton';
import { useImpacts } from './useImpacts';

const NEW = 'new';

/** Who signs in to the app: the records of which table, and whether with a PIN. */
export function PeopleSheet({ onClose }: { onClose: () => void }) {
  const { people, tables } = useApp().state.definition;
  const edit = useEdit();
  const [ids] = useState(() => ({ table: newId(), column: newId() }));
  const [tableId, setTableId] = useState<string>(people?.tableId ?? NEW);
  const [pins, setPins] = useState(people?.pins ?? true);
  const [name, setName] = useState('People');
  const isNew = tableId === NEW;
  const made: Edit = {
    kind: 'setPeople',
    people: { tableId: isNew ? ids.table : tableId, pins },
    ...(isNew ? { add: { columnId: ids.column, name } } : {}),
  };
  const { fault } = useImpacts(isNew && name.trim() === '' ? null : made);
  const choices = [
    ...(people ? [] : [{ value: NEW, label: 'A new table' }]),
    ...tables.filter(({ linking, owned }) => !linking && !owned).map(({ id, name }) => ({ value: id, label: name })),
  ];
  return (
    <Sheet
      title="People"
      onClose={onClose}
      foot={
        <>
          {people ? (
            <RemoveButton
              what="people"
              name="People"
              edit={{ kind: 'setPeople', people: null }}
              harmless="Nobody signs in any more; the table and its rows stay."
              onRemoved={onClose}
            />
          ) : null}
          <Button
            kind="main"
            label={people ? 'Save people' : 'Add people'}
            disabled={edit.isPending || Boolean(fault) || (isNew && name.trim() === '')}
            onPress={() => edit.mutate({ edit: made }, { onSuccess: onClose })}
          />
        </>
      }
    >
      <Text look="body">
        The app asks who is using the phone. A table can then keep each row to the person who made it, and a column can
        hold one value for each person.
      </Text>
      <HelpLink page="people" label="More about people" />
      <ChoiceField label="People are the records of" choices={choices} value={tableId} onChange={setTableId} />
      {isNew ? (
        <TextField
          most={MOST_NAME}
          label="What it holds"
          help="In the plural, such as “Workers”. It begins with one column, Name."
          value={name}
          onChangeText={setName}
        />
      ) : null}
      <SwitchField
        label="PINs"
        help="A person can set four to eight digits that the app then asks for. They are stored hashed."
        value={pins}
        onChange={setPins}
      />
      {fault ? <Callout tone="rust">{fault}</Callout> : null}
    </Sheet>
  );
}
