import Lock from 'lucide-react-native/icons/lock';
import Plus from 'lucide-react-native/icons/plus';
import { useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { Text } from '../base/Text';
import { tableOf, useKit } from '../base/context';
import { ActionButton, AppHead } from '../base/parts';
import { useColors } from '../base/theme';
import { PinInput } from './PinInput';
import { type Profile, useProfiles } from './useProfiles';
import { wayTo } from '@/core/compiled';
import { fitsPin } from '@/core/people';
import { describeProblem, ProblemError, toProblem } from '@/core/problem';

/** Who is using the phone: a press on a name signs in, with a PIN where one was set. */
export function SignInScreen() {
  const { app, database, navigation, people } = useKit();
  const { profiles, isPending } = useProfiles();
  const colors = useColors();
  const [asked, setAsked] = useState<Profile | null>(null);
  const [pin, setPin] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const table = app.people && tableOf(app, app.people.tableId);
  if (!app.people || !table) return null;
  const { pin: pinOf } = app.people;
  const formScreen = wayTo(app, 'form', table.id);

  const fail = (error: unknown) => {
    const { what, todo } = describeProblem(toProblem(error));
    setPin('');
    setFault(`${what} ${todo}`);
  };
  /** The hash of somebody's PIN as it stands now: the list may be of before it was set. */
  const hashOf = async (id: number) => (await database.read({ ...pinOf, params: { id } })).rows[0]?.pin ?? null;
  const choose = async (profile: Profile) => {
    try {
      if (!app.people?.pins || (await hashOf(profile.id)) === null) return people.signIn(profile.id);
      setAsked(profile);
      setPin('');
      setFault(null);
    } catch (error) {
      setAsked(profile);
      fail(error);
    }
  };
  const enter = async ({ id, name }: Profile) => {
    try {
      if (!(await fitsPin(pin, String((await hashOf(id)) ?? '')))) throw new ProblemError({ code: 'wrong-pin', name });
      people.signIn(id);
    } catch (error) {
      fail(error);
    }
  };
  return (
    <View className="flex-1 bg-app-ground">
      <AppHead name={app.name} detail="Who is using this phone?" />
      <ScrollView keyboardShouldPersistTaps="handled" contentContainerClassName="px-3 py-3 gap-2">
        {profiles.map((profile) => (
          <View key={profile.id} className="rounded-app bg-app-card">
            <Pressable
              role="button"
              aria-label={`Sign in as ${profile.name}`}
              onPress={() => void choose(profile)}
              className="min-h-[60px] flex-row items-center gap-3 rounded-app px-4 active:bg-app-tint"
            >
              <Text className="flex-1 font-medium text-[17px] text-app-ink">{profile.name}</Text>
              {profile.locked ? <Lock size={18} color={colors.soft} aria-label="with a PIN" /> : null}
            </Pressable>
            {asked?.id === profile.id ? (
              <View className="gap-3 px-4 pb-4">
                <PinInput
                  label={`PIN of ${profile.name}`}
                  value={pin}
                  onChange={setPin}
                  onDone={() => void enter(profile)}
                  fault={fault}
                />
                <ActionButton label="Sign in" onPress={() => void enter(profile)} />
              </View>
            ) : null}
          </View>
        ))}
        {!isPending && profiles.length === 0 ? (
          <Text className={['px-4 py-3 font-sans text-[16px]', 'leading-6 text-app-soft'].join(' ')}>
            {[`There are no ${table.name.toLowerCase()}`, 'yet. Add the first to sign in.'].join(' ')}
          </Text>
        ) : null}
        <Pressable
          role="button"
          onPress={() => formScreen && navigation.go({ screenId: formScreen })}
          className="min-h-[52px] flex-row items-center gap-3 px-4 active:opacity-70"
        >
          <Plus size={20} color={colors.accent} />
          <Text className="font-bold text-[16px] text-app-accent">{`Add ${table.recordName}`}</Text>
        </Pressable>
      </ScrollView>
    </View>
  );
}
