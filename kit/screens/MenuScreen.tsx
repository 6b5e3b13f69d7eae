import { keepPreviousData, useQuery } from '@tanstack/react-query';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { memo, useMemo } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { SignedIn } from '../app/SignedIn';
import { useProfiles } from '../app/useProfiles';
import { Text } from '../base/Text';
import { type KitDatabase, type KitNavigation, type Place, screenOf, useKit } from '../base/context';
import { menuIcons } from '../base/icons';
import { ownOf } from '../base/own';
import { AppHead, Blank, TopBar } from '../base/parts';
import { useColors } from '../base/theme';
import { readQuery, rowsQuery } from '../data/rowsQuery';
import { useRoutine } from '../routines/useRoutine';
import { LinkPress } from '../rows/LinkPress';
import {
  type CompiledEntry,
  type CompiledScreenOf,
  NO_STATEMENT,
  type ReadResult,
  SHOWN_NAME,
  type Statement,
} from '@/core/compiled';
import type { Row } from '@/core/driver';
import type { MenuIcon } from '@/core/model';
import { describeProblem, toProblem } from '@/core/problem';

/** Ways to other screens: fixed ones, and those made of rows. On the app's first screen it bears the app's name. */
export function MenuScreen({ screen }: { screen: CompiledScreenOf<'menu'> }) {
  const { app, database, settings } = useKit();
  const counting = useMemo(() => new Intl.NumberFormat(settings.locale), [settings.locale]);
  const { entries, note, state, apart } = screen.menu;
  // Between one plan and the next the figures of before stand.
  const asked = state ?? NO_STATEMENT;
  const { data } = useQuery({
    ...readQuery(database, asked, () => readState(database, asked, apart)),
    enabled: state !== null,
    placeholderData: keepPreviousData,
  });
  const { current } = useProfiles();
  const isStart = screen.id === app.startId;
  const [row, faults] = [data?.rows[0], data?.faults ?? NO_FAULTS];
  return (
    <View className="flex-1 bg-app-ground">
      {isStart ? (
        <AppHead name={app.name} detail={current ? `Signed in as ${current.name}` : undefined} />
      ) : (
        <TopBar title={screen.name} />
      )}
      {app.tables.length === 0 ? (
        <Blank
          text={[
            'This app has no table yet. Add one in Plan, and its',
            'list, form and record screens are here at once.',
          ].join(' ')}
        />
      ) : (
        <ScrollView contentContainerClassName="px-3 py-3 gap-2">
          {entries.length === 0 ? (
            <Text className="px-4 py-3 font-sans text-[16px] text-app-soft">Nothing stands here yet.</Text>
          ) : null}
          {entries.map((entry) =>
            isShown(entry, row, faults) ? (
              <Entry key={entry.id} entry={entry} state={row} faults={faults} counting={counting} />
            ) : null,
          )}
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

/** The figures of a menu in one row, and what is the matter with those that cannot be read, by their keys. */
interface MenuState extends ReadResult {
  faults: Readonly<Record<string, string>>;
}

const NO_FAULTS: MenuState['faults'] = {};

/**
 * All figures at once; where one of them cannot be read (a query by hand that no longer fits the plan, or takes too
 * long), each apart.
 */
async function readState(
  database: KitDatabase,
  state: Statement,
  apart: CompiledScreenOf<'menu'>['menu']['apart'],
): Promise<MenuState> {
  try {
    return { ...(await database.read(state)), faults: NO_FAULTS };
  } catch {
    const faults: Record<string, string> = {};
    const read = await Promise.all(
      apart.map(({ key, statement }) =>
        database.read(statement).catch((error: unknown) => {
          faults[key] = describeProblem(toProblem(error)).what;
          return null;
        }),
      ),
    );
    return {
      rows: [Object.fromEntries(read.flatMap((each) => Object.entries(each?.rows[0] ?? {})))],
      reads: { tables: {}, unknown: true },
      faults,
    };
  }
}

/** An entry whose condition cannot be read is shown: it says what is the matter. */
const isShown = (entry: CompiledEntry, state: Row | undefined, faults: MenuState['faults']): boolean =>
  entry.kind === 'heading' ||
  entry.kind === 'own' ||
  entry.when === null ||
  state?.[entry.when.key] === 1 ||
  faults[entry.when.key] !== undefined;

function Entry({
  entry,
  state,
  faults,
  counting,
}: {
  entry: CompiledEntry;
  state: Row | undefined;
  faults: MenuState['faults'];
  counting: Intl.NumberFormat;
}) {
  const { app, navigation } = useKit();
  switch (entry.kind) {
    case 'heading':
      return (
        <Text role="heading" aria-level={3} className="px-4 pt-3 font-medium text-[15px] text-app-soft">
          {entry.text}
        </Text>
      );
    case 'screen': {
      const count = entry.count === null ? undefined : state?.[entry.count.key];
      const fault = faults[entry.when?.key ?? ''] ?? faults[entry.count?.key ?? ''];
      return (
        <Way
          name={entry.label ?? screenOf(app, entry.screenId)?.name ?? ''}
          count={count === undefined ? '' : counting.format(Number(count))}
          fault={fault}
          icon={entry.icon}
          part={entry.id}
          go={navigation.go}
          screenId={entry.screenId}
        />
      );
    }
    case 'routine':
      return <RoutineEntry entry={entry} />;
    case 'rows':
      return <RowEntries entry={entry} />;
    case 'own': {
      const Component = ownOf('menu', entry);
      return Component && <Component />;
    }
  }
}

/** An entry that runs a routine. */
function RoutineEntry({ entry }: { entry: Extract<CompiledEntry, { kind: 'routine' }> }) {
  const colors = useColors();
  const run = useRoutine();
  const Icon = entry.icon ? menuIcons[entry.icon] : null;
  return (
    <Pressable
      role="button"
      onPress={() => run(entry.routineId)}
      className="min-h-[58px] flex-row items-center gap-3 rounded-app bg-app-card px-4 active:bg-app-tint"
      {...{ dataSet: { part: entry.id } }}
    >
      {Icon ? <Icon size={20} color={colors.accent} aria-hidden /> : null}
      <Text numberOfLines={2} className="flex-1 py-2 font-bold text-[17px] text-app-accent">
        {entry.label}
      </Text>
    </Pressable>
  );
}

/** One entry for each row of a query. */
function RowEntries({ entry }: { entry: Extract<CompiledEntry, { kind: 'rows' }> }) {
  const { app, database, navigation } = useKit();
  const rows = useQuery({ ...rowsQuery(database, entry.statement), placeholderData: keepPreviousData });
  // Nothing stands above it that would say what it speaks of.
  if (rows.error)
    return (
      <Fault
        text={[
          `${app.tables.find(({ id }) => id === entry.tableId)?.name ?? entry.id}:`,
          describeProblem(toProblem(rows.error)).what,
        ].join(' ')}
      />
    );
  return (rows.data?.rows ?? []).map((each) => {
    const recordId = Number(each.id);
    return entry.columnId === undefined ? (
      <Way
        key={recordId}
        name={String(each[SHOWN_NAME])}
        count=""
        icon={entry.icon}
        part={entry.id}
        go={navigation.go}
        screenId={entry.screenId}
        recordId={recordId}
      />
    ) : (
      <Way
        key={recordId}
        name={String(each[SHOWN_NAME])}
        count=""
        icon={entry.icon}
        part={entry.id}
        go={navigation.go}
        screenId={entry.screenId}
        linkColumnId={entry.columnId}
        linkedId={recordId}
      />
    );
  });
}

function Fault({ text }: { text: string }) {
  return <Text className="px-4 pb-2 font-sans text-[14px] text-app-danger">{text}</Text>;
}

interface WayProps {
  name: string;
  count: string;
  /** Why its figure or condition cannot be read. */
  fault?: string;
  icon?: MenuIcon;
  part: string;
  go: KitNavigation['go'];
  screenId: string;
  recordId?: number;
  linkColumnId?: string;
  linkedId?: number;
}

/** The way to one screen. Drawn anew only when it changes itself: a menu may have many. */
const Way = memo(function Way({
  name,
  count,
  fault,
  icon,
  part,
  go,
  screenId,
  recordId,
  linkColumnId,
  linkedId,
}: WayProps) {
  const colors = useColors();
  const Icon = icon ? menuIcons[icon] : null;
  const place: Place = {
    screenId,
    ...(recordId === undefined ? {} : { recordId }),
    ...(linkColumnId === undefined || linkedId === undefined
      ? {}
      : { linked: { columnId: linkColumnId, recordId: linkedId } }),
  };
  const way = (
    <LinkPress
      aria-label={count ? `${name}, ${count} records` : name}
      onPress={() => go(place)}
      className="min-h-[58px] flex-row items-center gap-3 rounded-app bg-app-card px-4 active:bg-app-tint"
      {...{ dataSet: { part } }}
    >
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
  if (!fault) return way;
  return (
    <View>
      {way}
      <Fault text={fault} />
    </View>
  );
});
