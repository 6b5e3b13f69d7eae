import { useState } from 'react';
import { Button, Sheet, TextField } from '@/ui';
import type { KeptPhone } from '@/worker';
import { useAct } from '../../useApp';

export function RenamePhoneSheet({ phone, onClose }: { phone: KeptPhone; onClose: () => void }) {
  const act = useAct();
  const [name, setName] = useState(phone.name);
  const rename = async () => {
    if (await act((api) => api.renamePhone(phone.id, name).then(() => true))) onClose();
  };
  return (
    <Sheet
      title="Rename the phone"
      onClose={onClose}
      foot={<Button kind="main" label="Rename" disabled={name.trim() === ''} onPress={() => void rename()} />}
    >
      <TextField label="Name" most={80} value={name} onChangeText={setName} />
    </Sheet>
  );
}
