import { ScrollView, View } from 'react-native';
import { Radios } from '../base/Radios';
import { Text } from '../base/Text';
import { useKit } from '../base/context';
import { TopBar } from '../base/parts';
import { BackupQuestion, BackupSection, useBackups } from './BackupSection';
import { formatValue } from '@/core/column';
import type { CompiledScreenOf } from '@/core/compiled';
import { formatMoney } from '@/core/format';
import { type AppSettings, formatLocales } from '@/core/settings';

interface Choice<K extends keyof AppSettings> {
  key: K;
  label: string;
  choices: readonly { value: AppSettings[K]; label: string }[];
}

const choice = <K extends keyof AppSettings>(made: Choice<K>): Choice<K> => made;

const languageName = (locale: string): string =>
  new Intl.DisplayNames([locale], { type: 'language' }).of(locale) ?? locale;

const settingsAsked = [
  choice({
    key: 'locale',
    label: 'Dates and numbers as in',
    choices: formatLocales.map((locale) => ({ value: locale, label: languageName(locale) })),
  }),
  choice({
    key: 'units',
    label: 'Units',
    choices: [
      { value: 'planned', label: 'As each is kept' },
      { value: 'metric', label: 'Metric' },
      { value: 'imperial', label: 'Inches, pounds' },
    ],
  }),
  choice({
    key: 'currency',
    label: 'Currency',
    choices: [
      { value: 'symbol', label: 'Sign' },
      { value: 'code', label: 'Code' },
      { value: 'name', label: 'Name' },
    ],
  }),
  choice({
    key: 'firstDay',
    label: 'A week begins on',
    choices: [
      { value: 1, label: 'Monday' },
      { value: 0, label: 'Sunday' },
      { value: 6, label: 'Saturday' },
    ],
  }),
  choice({
    key: 'textSize',
    label: 'Text',
    choices: [
      { value: 'small', label: 'Small' },
      { value: 'normal', label: 'Normal' },
      { value: 'large', label: 'Large' },
      { value: 'huge', label: 'Huge' },
    ],
  }),
  choice({
    key: 'scheme',
    label: 'Colours',
    choices: [
      { value: 'app', label: 'The app’s' },
      { value: 'light', label: 'Light' },
      { value: 'dark', label: 'Dark' },
    ],
  }),
  choice({
    key: 'scanEnd',
    label: 'Hand scanner ends a code with',
    choices: [
      { value: 'Enter', label: 'Enter' },
      { value: 'Tab', label: 'Tab' },
      { value: 'ArrowDown', label: 'Down' },
      { value: 'F10', label: 'F10' },
      { value: '', label: 'A pause' },
    ],
  }),
  choice({
    key: 'scanLead',
    label: 'Hand scanner begins a code with',
    choices: [
      { value: '', label: 'Nothing' },
      { value: 'F7', label: 'F7' },
      { value: 'F8', label: 'F8' },
      { value: 'F9', label: 'F9' },
      { value: '~', label: '~' },
    ],
  }),
  choice({
    key: 'scanGap',
    label: 'Hand scanner types',
    choices: [
      { value: 20, label: 'Very fast' },
      { value: 35, label: 'Fast' },
      { value: 60, label: 'Less fast, by radio' },
    ],
  }),
  choice({
    key: 'scanSound',
    label: 'Sound at a scan',
    choices: [
      { value: 'on', label: 'On' },
      { value: 'off', label: 'Off' },
    ],
  }),
  choice({
    key: 'scanVibration',
    label: 'Vibration at a scan',
    choices: [
      { value: 'on', label: 'On' },
      { value: 'off', label: 'Off' },
    ],
  }),
] as const;

/** What the person can set; every value on screen follows at once. */
export function SettingsScreen({ screen }: { screen: CompiledScreenOf<'settings'> }) {
  const { settings, changeSettings, backup } = useKit();
  const backups = useBackups(backup);
  const { today, ...kept } = settings;
  const sample = {
    id: 'length',
    name: 'Length',
    identifier: 'length',
    required: false,
    unique: false,
    default: { kind: 'none' },
    kind: 'measure',
    quantity: 'length',
    unit: 'cm',
    places: 1,
  } as const;
  const day = { ...sample, kind: 'date' } as const;
  return (
    <View className="flex-1 bg-app-ground">
      <TopBar title={screen.name} />
      <ScrollView contentContainerClassName="gap-6 p-4">
        <View role="status" className="gap-1 rounded-app bg-app-card p-4">
          <Text className="font-sans text-[14px] text-app-soft">For instance</Text>
          <Text className="font-medium text-[17px] text-app-ink">
            {[
              formatValue(day, today, settings),
              formatMoney(123450, 'EUR', settings),
              formatValue(sample, 0.905, settings),
            ].join(' · ')}
          </Text>
        </View>
        {settingsAsked.map(({ key, label, choices }) => (
          <View key={key} className="gap-2">
            <Text className="font-medium text-[15px] text-app-ink">{label}</Text>
            <Radios
              label={label}
              choices={choices}
              value={kept[key]}
              onChange={(value) => changeSettings({ ...kept, [key]: value })}
            />
          </View>
        ))}
        {backup ? <BackupSection {...backups} /> : null}
      </ScrollView>
      <BackupQuestion {...backups} />
    </View>
  );
}
