import { useState } from 'react';
import { ActivityIndicator, View } from 'react-native';
import { MOST_NAME } from '@/core/model';
import { describeProblem, toProblem } from '@/core/problem';
import { Button, color, Sheet, Text, TextField } from '@/ui';
import type { AppSummary } from '@/worker';
import { worker } from '../client';

/** A new app: blank, or one of the demos. */
export function NewAppSheet({ onClose, onMade }: { onClose: () => void; onMade: (app: AppSummary) => void }) {
  const [name, setName] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const make = async (work: () => Promise<AppSummary>) => {
    if (busy) return;
    setBusy(true);
    try {
      const app = await work();
      onClose();
      onMade(app);
    } catch (error) {
      setFault(describeProblem(toProblem(error)).what);
      setBusy(false);
    }
  };
  const blank = () => make(() => worker().api.createApp(name));
  return (
    <Sheet title="New app" onClose={onClose}>
      <View className="gap-3">
        <TextField
          most={MOST_NAME}
          label="Name"
          value={name}
          onChangeText={setName}
          onSubmitEditing={() => void blank()}
          fault={fault}
          placeholder="Tool library"
          autoFocus
        />
        <Button kind="main" label="Start blank" disabled={busy} onPress={() => void blank()} />
      </View>
      <View className="gap-3 border-t border-stem pt-5">
        <Text look="heading">Or start from a demo with rows in it</Text>
        <Button
          label="Lantern Lane Playhouse, a costume store"
          disabled={busy}
          onPress={() => void make(() => worker().api.installDemo('theatre'))}
        />
        <Button
          label="Willow Bank Apiary, hives and honey"
          disabled={busy}
          onPress={() => void make(() => worker().api.installDemo('apiary'))}
        />
      </View>
      {busy ? <ActivityIndicator aria-label="Making the app" color={color('fern')} /> : null}
    </Sheet>
  );
}
