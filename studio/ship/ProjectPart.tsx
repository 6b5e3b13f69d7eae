import FileCode from 'lucide-react-native/icons/file-code';
import { View } from 'react-native';
import type { ProjectOptions } from '@/core/model';
import { optionFault, otherwiseIn, permissionsOf, projectOptions } from '@/core/ship';
import { Button, SwitchField, Text } from '@/ui';
import { worker } from '../client';
import { PausedTextField } from '../PausedTextField';
import { useOpen } from '../address';
import { definitionNow, useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { RehearsedNote } from './releases/RehearsedNote';
import { MakingProgress, useMaking } from './useMaking';

const fields = [
  { key: 'name', label: 'Name on the phone' },
  { key: 'androidPackage', label: 'Package for Android' },
  { key: 'iosBundle', label: 'Bundle identifier for iOS' },
  { key: 'version', label: 'Version' },
] as const satisfies readonly { key: keyof ProjectOptions; label: string }[];

/** The app as a finished Expo project: what it is called and asks for, the code to read, and the archive. */
export function ProjectPart() {
  const { appId, state } = useApp();
  const { open } = useOpen();
  const edit = useEdit();
  const making = useMaking();
  const takeAway = () =>
    making.make(worker().api.exportApp(appId), projectOptions(definitionNow(appId, state.definition)).name);
  const options = projectOptions(state.definition);
  const set = (change: Partial<ProjectOptions>) => {
    const now = projectOptions(definitionNow(appId, state.definition));
    edit.mutate({ edit: { kind: 'setProject', project: { ...now, ...change } } });
  };
  if (making.progress) return <MakingProgress making={making} />;
  return (
    <View className="w-full gap-4 pt-2">
      {fields.map(({ key, label }) => (
        <PausedTextField
          key={key}
          label={label}
          value={options[key]}
          faultOf={(text) => optionFault(key, text)}
          onChange={(text) => set({ [key]: text })}
        />
      ))}
      {state.starting !== null ? (
        <SwitchField
          label="With the starting rows"
          value={options.withRows}
          onChange={(withRows) => set({ withRows })}
        />
      ) : null}
      <SwitchField
        label="The database on the phone is encrypted"
        value={options.encrypted}
        onChange={(encrypted) => set({ encrypted })}
      />
      <Permissions />
      <Differences />
      <RehearsedNote rehearsed={state.rehearsed} />
      <MakingProgress making={making} />
      <View className="flex-row flex-wrap gap-3">
        <Button kind="main" label="Take the project away" onPress={() => void takeAway()} />
        <Button icon={FileCode} label="Read the code" onPress={() => open({ room: 'code' })} />
      </View>
    </View>
  );
}

/** What the app will ask a phone's owner for, and the screens that need it. */
function Permissions() {
  const { compiled } = useApp();
  const asked = permissionsOf(compiled);
  return (
    <View className="gap-1">
      <Text look="strong">What it asks for</Text>
      {asked.length === 0 ? <Text look="soft">Nothing: it does with what every app may do.</Text> : null}
      {asked.map(({ name, why, screens }) => (
        <Text key={name} look="soft">{`${why} It is asked for by ${screens.join(', ')}.`}</Text>
      ))}
    </View>
  );
}

/** What is otherwise in the project than in the phone beside it. */
function Differences() {
  const { compiled } = useApp();
  const found = otherwiseIn(compiled);
  if (found.length === 0) return null;
  const placesOf = (what: string) => found.filter((each) => each.what === what).map(({ place }) => place);
  return (
    <View className="gap-1">
      <Text look="strong">What is otherwise than on the bench</Text>
      {[...new Set(found.map(({ what }) => what))].map((what) => (
        <Text key={what} look="soft">{`${placesOf(what).join(', ')}: ${what}`}</Text>
      ))}
    </View>
  );
}
