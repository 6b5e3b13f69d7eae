import { useQuery } from '@tanstack/react-query';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { ScrollView, View } from 'react-native';
import { Text } from '../base/Text';
import { type Place, screenOf, tableOf, useKit, useStack } from '../base/context';
import { useColors } from '../base/theme';
import { rowsQuery } from '../data/rowsQuery';
import { LinkPress } from '../rows/LinkPress';
import { NO_STATEMENT, SHOWN_NAME } from '@/core/compiled';

/** From where one came, a press away; only where that was by another record. */
export function Trail() {
  const { navigation } = useKit();
  const colors = useColors();
  const stack = useStack();
  const places = stack.slice(0, -1).map((place, depth) => ({ place, depth }));
  if (!places.some(({ place }) => place.recordId !== undefined)) return null;
  return (
    <View role="navigation" aria-label="Where you came from" className="border-b border-app-line bg-app-card">
      <ScrollView horizontal showsHorizontalScrollIndicator={false} contentContainerClassName="items-center px-2">
        {places.map(({ place, depth }) => (
          <View key={depth} className="flex-row items-center">
            <LinkPress
              onPress={() => navigation.backTo(depth)}
              className="min-h-[44px] max-w-[180px] justify-center px-2 active:opacity-70"
            >
              <PlaceName place={place} />
            </LinkPress>
            <ChevronRight size={14} color={colors.soft} aria-hidden />
          </View>
        ))}
      </ScrollView>
    </View>
  );
}

/** What a place is called: a record by its name, anything else as its screen. */
function PlaceName({ place }: { place: Place }) {
  const { app, database } = useKit();
  const screen = screenOf(app, place.screenId);
  const table =
    screen && 'tableId' in screen && place.recordId !== undefined ? tableOf(app, screen.tableId) : undefined;
  const { data } = useQuery({
    ...rowsQuery(database, {
      ...(table?.statements.record ?? NO_STATEMENT),
      params: { id: place.recordId ?? 0 },
    }),
    enabled: table !== undefined,
  });
  return (
    <Text numberOfLines={1} className="font-sans text-[14px] text-app-accent">
      {table ? String(data?.rows[0]?.[SHOWN_NAME] ?? '…') : (screen?.name ?? '')}
    </Text>
  );
}
