import { useState } from 'react';
import { View } from 'react-native';
import { hashPin, isPinForm, SALT_BYTES } from '@/core/people';
import { describeProblem, toProblem } from '@/core/problem';
import { tableOf, useKit } from '../base/context';
import { ActionButton } from '../base/parts';
import { PinInput } from './PinInput';
import { type Profile, useProfiles } from './useProfiles';

/** The way out for whoever is signed in, and the PIN where the app has such. */
export function SignedIn() {
  const { app, people } = useKit();
  const { current } = useProfiles();
  const [setting, setSetting] = useState(false);
  if (!app.people || !current) return null;
  return (
    <View
      role="group"
      aria-label={`Signed in as ${current.name}`}
      className="mt-4 gap-2 border-t border-app-line px-1 pt-3"
    >
      {setting ? <PinSetting profile={current} onDone={() => setSetting(false)} /> : null}
      <View className="flex-row flex-wrap gap-2">
        <ActionButton kind="plain" label="Sign out" onPress={() => people.signIn(null)} />
        {app.people.pins && !setting ? (
          <ActionButton
            kind="plain"
            label={current.locked ? 'Change PIN' : 'Set a PIN'}
            onPress={() => setSetting(true)}
          />
        ) : null}
      </View>
    </View>
  );
}

function PinSetting({ profile, onDone }: { profile: Profile; onDone: () => void }) {
  const { app, database, notify, people } = useKit();
  const [pin, setPin] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const table = app.people && tableOf(app, app.people.tableId);
  if (!app.people || !table) return null;
  const { setPin: statement } = app.people;
  const store = async (hash: string | null) => {
    try {
      await database.write({
        verb: hash === null ? 'Removed the PIN of' : 'Set the PIN of',
        subject: { ...table.statements.record, id: profile.id, when: 'after' },
        statements: [
          { ...statement, params: { id: profile.id, pin: hash }, table: table.identifier, mustChange: true },
        ],
      });
      notify({ text: hash === null ? 'The PIN is gone.' : 'From now on the PIN is asked for.', tone: 'done' });
      onDone();
    } catch (error) {
      setFault(describeProblem(toProblem(error)).what);
    }
  };
  const save = async () => {
    if (!isPinForm(pin)) setFault('A PIN has four to eight digits.');
    else await store(await hashPin(pin, people.randomBytes(SALT_BYTES)));
  };
  return (
    <View className="gap-3 px-3">
      <PinInput label="New PIN" value={pin} onChange={setPin} onDone={() => void save()} fault={fault} />
      <View className="flex-row flex-wrap gap-2">
        <ActionButton label="Save PIN" onPress={() => void save()} />
        {profile.locked ? <ActionButton kind="plain" label="Remove PIN" onPress={() => void store(null)} /> : null}
        <ActionButton kind="plain" label="Cancel" onPress={onDone} />
      </View>
    </View>
  );
}
