import { keepPreviousData, useQuery } from '@tanstack/react-query';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { memo } from 'react';
import { Pressable, ScrollView, Text, View } from 'react-native';
import { byHeading } from '@/core/definition';
import { type KitNavigation, useKit } from './context';
import { AppHead, Blank } from './parts';
import { SignedIn } from './SignedIn';
import { useColors } from './theme';
import { useProfiles } from './useProfiles';
import { rowsQuery } from './useRows';

/** The app's first screen: every list, with how many records it has. */
export function StartScreen() {
  const { app, database, navigation, settings } = useKit();
  // Between one plan and the next the figures of before stand.
  const counts = useQuery({ ...rowsQuery(database, app.counts ?? { sql: 'SELECT 1' }), enabled: app.counts !== null, placeholderData: keepPreviousData });
  const colors = useColors();
  const { current } = useProfiles();
  const figures = new Intl.NumberFormat(settings.locale);
  return (
    <View className="flex-1 bg-app-ground">
      <AppHead name={app.name} detail={current ? `Signed in as ${current.name}` : undefined} />
      {app.tables.length === 0 ? (
        <Blank text="This app has no table yet. Add one in Plan, and its list, form and record screens are here at once." />
      ) : (
        <ScrollView contentContainerClassName="px-3 py-3 gap-2">
          {byHeading(app.tables).map(({ heading, tables }) => (
            <View key={heading ?? ''} className="gap-2">
              {heading ? (
                <Text role="heading" aria-level={3} className="px-4 pt-3 font-medium text-[15px] text-app-soft">
                  {heading}
                </Text>
              ) : null}
              {tables.map(({ id, name, identifier }) => {
                const count = counts.data?.rows[0]?.[identifier];
                return <TableLink key={id} id={id} name={name} count={count === undefined ? '' : figures.format(Number(count))} go={navigation.go} ink={colors.soft} />;
              })}
            </View>
          ))}
          <SignedIn />
        </ScrollView>
      )}
    </View>
  );
}

/** The way to one list. Drawn anew only when it changes itself: an app may have many. */
const TableLink = memo(function TableLink({ id, name, count, go, ink }: { id: string; name: string; count: string; go: KitNavigation['go']; ink: string }) {
  return (
    <Pressable role="link" aria-label={`${name}, ${count} records`} onPress={() => go({ screenId: `list-${id}` })} className="min-h-[60px] flex-row items-center gap-3 rounded-2xl bg-app-card px-4 active:bg-app-tint">
      <Text className="flex-1 font-medium text-[17px] text-app-ink">{name}</Text>
      <Text className="font-sans text-[16px] text-app-soft" style={{ fontVariant: ['tabular-nums'] }}>
        {count}
      </Text>
      <ChevronRight size={20} color={ink} />
    </Pressable>
  );
});
