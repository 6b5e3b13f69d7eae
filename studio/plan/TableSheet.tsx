import { useState } from 'react';
import { MOST_NAME, type Table } from '@/core/model';
import { Button, Sheet, TextField } from '@/ui';
import { useEdit } from '../useEdit';

/** The names of a table and of one of its rows, and the heading that it stands under. */
export function TableSheet({ table, onClose }: { table: Table; onClose: () => void }) {
  const [name, setName] = useState(table.name);
  const [recordName, setRecordName] = useState(table.recordName);
  const edit = useEdit();
  const [heading, setHeading] = useState(table.heading ?? '');
  const save = async () => {
    try {
      if (name !== table.name || recordName !== table.recordName)
        await edit.mutateAsync({ edit: { kind: 'renameTable', tableId: table.id, name, recordName } });
      if (heading.trim() !== (table.heading ?? ''))
        await edit.mutateAsync({ edit: { kind: 'setHeading', tableId: table.id, heading } });
      onClose();
    } catch {
      // Said already; what was typed stays.
    }
  };
  return (
    <Sheet
      title={`Table ${table.name}`}
      onClose={onClose}
      foot={<Button kind="main" label="Save table" disabled={edit.isPending} onPress={() => void save()} />}
    >
      <TextField
        most={MOST_NAME}
        label="The table holds"
        help="In the plural."
        value={name}
        onChangeText={setName}
        autoFocus
      />
      <TextField most={MOST_NAME} label="One row is a" value={recordName} onChangeText={setRecordName} />
      <TextField
        most={MOST_NAME}
        label="Heading"
        help="Tables of one heading stand together, here and on the app's start screen."
        value={heading}
        onChangeText={setHeading}
        placeholder="None"
      />
    </Sheet>
  );
}
