import { useState } from 'react';
import type { Table } from '@/core/definition';
import { Button, Sheet, TextField } from '@/ui';
import { useEdit } from '../useApp';

/** The names of a table and of one of its rows. */
export function TableSheet({ table, onClose }: { table: Table; onClose: () => void }) {
  const [name, setName] = useState(table.name);
  const [recordName, setRecordName] = useState(table.recordName);
  const edit = useEdit();
  const save = () => edit.mutate({ edit: { kind: 'renameTable', tableId: table.id, name, recordName } }, { onSuccess: onClose });
  return (
    <Sheet title={`Rename ${table.name}`} onClose={onClose} foot={<Button kind="main" label="Rename" disabled={edit.isPending} onPress={save} />}>
      <TextField label="The table holds" help="In the plural." value={name} onChangeText={setName} autoFocus />
      <TextField label="One row is a" value={recordName} onChangeText={setRecordName} />
    </Sheet>
  );
}
