import { keepPreviousData, useQuery } from '@tanstack/react-query';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { memo, useMemo } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { type CompiledEntry, type CompiledScreenOf, type ReadResult, SHOWN_NAME, type Statement } from '@/core/compile';
import type { MenuIcon } from '@/core/definition';
import type { Row } from '@/core/engine';
import { LinkPress } from './LinkPress';
import { type KitDatabase, type KitNavigation, type Place, screenOf, useKit } from './context';
import { menuIcons } from './icons';
import { AppHead, Blank, TopBar } from './parts';
import { SignedIn } from './SignedIn';
import { Text } from './Text';
import { useColors } from './theme';
import { useProfiles } from './useProfiles';
import { rowsQuery } from './useRows';
import { useRoutine } from './WithRoutines';

/** Ways to other screens: fixed ones, and those made of rows. On the app's first screen it bears the app's name. */
export function MenuScreen({ screen }: { screen: CompiledScreenOf<'menu'> }) {
  const { app, database, settings } = useKit();
  const counting = useMemo(() => new Intl.NumberFormat(settings.locale), [settings.locale]);
  const { entries, note, state, apart } = screen.menu;
  // Between one plan and the next the figures of before stand.
  const { data } = useQuery({
    ...rowsQuery(database, state ?? { sql: 'SELECT 1' }),
    queryFn: () => readState(database, state ?? { sql: 'SELECT 1' }, apart),
    enabled: state !== null,
    placeholderData: keepPreviousData,
  });
  const { current } = useProfiles();
  const isStart = screen.id === app.startId;
  const row = data?.rows[0];
  return (
    <View className="flex-1 bg-app-ground">
      {isStart ? <AppHead name={app.name} detail={current ? `Signed in as ${current.name}` : undefined} /> : <TopBar title={screen.name} />}
      {app.tables.length === 0 ? (
        <Blank text="This app has no table yet. Add one in Plan, and its list, form and record screens are here at once." />
      ) : (
        <ScrollView contentContainerClassName="px-3 py-3 gap-2">
          {entries.length === 0 ? <Text className="px-4 py-3 font-sans text-[16px] text-app-soft">Nothing stands here yet.</Text> : null}
          {entries.map((entry) => (isShown(entry, row) ? <Entry key={entry.id} entry={entry} state={row} counting={counting} /> : null))}
          {isStart ? <SignedIn /> : null}
        </ScrollView>
      )}
      {note ? (
        <View className="border-t border-app-line bg-app-card px-5 py-3">
          <Text className="font-sans text-[14px] text-app-soft">{note}</Text>
        </View>
      ) : null}
    </View>
  );
}

/** All figures in one row; where one of them cannot be read (a query by hand that no longer fits the plan, say), the others without it. */
async function readState(database: KitDatabase, state: Statement, apart: CompiledScreenOf<'menu'>['menu']['apart']): Promise<ReadResult> {
  try {
    return await database.read(state);
  } catch {
    const read = await Promise.all(apart.map(({ statement }) => database.read(statement).catch(() => null)));
    return { rows: [Object.fromEntries(read.flatMap((each) => Object.entries(each?.rows[0] ?? {})))], reads: { tables: {}, unknown: true } };
  }
}

const isShown = (entry: CompiledEntry, state: Row | undefined): boolean => entry.kind === 'heading' || entry.whenKey === null || state?.[entry.whenKey] === 1;

function Entry({ entry, state, counting }: { entry: CompiledEntry; state: Row | undefined; counting: Intl.NumberFormat }) {
  const { app, navigation } = useKit();
  switch (entry.kind) {
    case 'heading':
      return (
        <Text role="heading" aria-level={3} className="px-4 pt-3 font-medium text-[15px] text-app-soft">
          {entry.text}
        </Text>
      );
    case 'screen': {
      const count = entry.countKey === null ? undefined : state?.[entry.countKey];
      return <Way name={entry.label ?? screenOf(app, entry.screenId)?.name ?? ''} count={count === undefined ? '' : counting.format(Number(count))} icon={entry.icon} part={entry.id} go={navigation.go} screenId={entry.screenId} />;
    }
    case 'routine':
      return <RoutineEntry entry={entry} />;
    case 'rows':
      return <RowEntries entry={entry} />;
  }
}

/** An entry that runs a routine. */
function RoutineEntry({ entry }: { entry: Extract<CompiledEntry, { kind: 'routine' }> }) {
  const colors = useColors();
  const run = useRoutine();
  const Icon = entry.icon ? menuIcons[entry.icon] : null;
  return (
    <Pressable role="button" onPress={() => run(entry.routineId)} className="min-h-[58px] flex-row items-center gap-3 rounded-app bg-app-card px-4 active:bg-app-tint" {...{ dataSet: { part: entry.id } }}>
      {Icon ? <Icon size={20} color={colors.accent} aria-hidden /> : null}
      <Text numberOfLines={2} className="flex-1 py-2 font-bold text-[17px] text-app-accent">
        {entry.label}
      </Text>
    </Pressable>
  );
}

/** One entry for each row of a query. */
function RowEntries({ entry }: { entry: Extract<CompiledEntry, { kind: 'rows' }> }) {
  const { database, navigation } = useKit();
  const rows = useQuery({ ...rowsQuery(database, entry.statement), placeholderData: keepPreviousData });
  return (rows.data?.rows ?? []).map((each) => {
    const recordId = Number(each.id);
    return entry.columnId === undefined ? (
      <Way key={recordId} name={String(each[SHOWN_NAME])} count="" icon={entry.icon} part={entry.id} go={navigation.go} screenId={entry.screenId} recordId={recordId} />
    ) : (
      <Way key={recordId} name={String(each[SHOWN_NAME])} count="" icon={entry.icon} part={entry.id} go={navigation.go} screenId={entry.screenId} linkColumnId={entry.columnId} linkedId={recordId} />
    );
  });
}

interface WayProps {
  name: string;
  count: string;
  icon?: MenuIcon;
  part: string;
  go: KitNavigation['go'];
  screenId: string;
  recordId?: number;
  linkColumnId?: string;
  linkedId?: number;
}

/** The way to one screen. Drawn anew only when it changes itself: a menu may have many. */
const Way = memo(function Way({ name, count, icon, part, go, screenId, recordId, linkColumnId, linkedId }: WayProps) {
  const colors = useColors();
  const Icon = icon ? menuIcons[icon] : null;
  const place: Place = { screenId, ...(recordId === undefined ? {} : { recordId }), ...(linkColumnId === undefined || linkedId === undefined ? {} : { linked: { columnId: linkColumnId, recordId: linkedId } }) };
  return (
    <LinkPress aria-label={count ? `${name}, ${count} records` : name} onPress={() => go(place)} className="min-h-[58px] flex-row items-center gap-3 rounded-app bg-app-card px-4 active:bg-app-tint" {...{ dataSet: { part } }}>
      {Icon ? <Icon size={20} color={colors.accent} aria-hidden /> : null}
      <Text numberOfLines={2} className="flex-1 py-2 font-medium text-[17px] text-app-ink">
        {name}
      </Text>
      <Text className="font-sans text-[16px] text-app-soft" style={{ fontVariant: ['tabular-nums'] }}>
        {count}
      </Text>
      <ChevronRight size={20} color={colors.soft} />
    </LinkPress>
  );
});
