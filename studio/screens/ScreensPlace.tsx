import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { useRouter } from 'expo-router';
import { Pressable, ScrollView, View } from 'react-native';
import { color, Text, useWide } from '@/ui';
import { useBench } from '../client';
import { useApp } from '../useApp';

/** The screens that were made for each table, by the path that leads to them. */
export function ScreensPlace() {
  const { appId, compiled } = useApp();
  const router = useRouter();
  const wide = useWide();
  const show = (screenIds: readonly string[]) => {
    useBench.setState({ stack: [{ screenId: 'start' }, ...screenIds.map((screenId) => ({ screenId }))], notice: null });
    if (!wide) router.replace(`/apps/${appId}/run`);
  };
  return (
    <ScrollView contentContainerClassName="gap-6 p-5 pb-24 lg:px-8">
      <View className="gap-1">
        <Text look="display">Screens</Text>
        <Text look="soft">Made from the plan, each reached from the start screen. Choose one to see it in the phone.</Text>
      </View>
      <View role="list" aria-label="Screens">
        <ScreenLine title="Start" path="Where the app opens: every list with its count" onPress={() => show([])} />
        {compiled.tables.map(({ id, name, recordName }) => (
          <View key={id}>
            <ScreenLine title={name} path={`List. Start › ${name}`} onPress={() => show([`list-${id}`])} />
            <ScreenLine title={`New ${recordName.toLowerCase()}`} path={`Form, for adding and editing. Start › ${name} › Add`} onPress={() => show([`list-${id}`, `form-${id}`])} />
            <ScreenLine title={recordName} path={`Record. Start › ${name} › tap a ${recordName.toLowerCase()}`} onPress={() => show([`list-${id}`])} />
          </View>
        ))}
      </View>
    </ScrollView>
  );
}

function ScreenLine({ title, path, onPress }: { title: string; path: string; onPress: () => void }) {
  return (
    <View role="listitem" className="border-b border-stem">
      <Pressable role="button" aria-label={`Show ${title} in the phone`} onPress={onPress} className="min-h-[60px] flex-row items-center gap-3 py-2 hover:opacity-80">
        <View className="flex-1">
          <Text look="strong">{title}</Text>
          <Text look="soft">{path}</Text>
        </View>
        <ChevronRight size={20} color={color('soft')} />
      </Pressable>
    </View>
  );
}
