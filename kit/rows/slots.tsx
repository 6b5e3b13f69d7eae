import AlertTriangle from 'lucide-react-native/icons/triangle-alert';
import Check from 'lucide-react-native/icons/check';
import Clock from 'lucide-react-native/icons/clock';
import Flag from 'lucide-react-native/icons/flag';
import Heart from 'lucide-react-native/icons/heart';
import Lock from 'lucide-react-native/icons/lock';
import Star from 'lucide-react-native/icons/star';
import Wrench from 'lucide-react-native/icons/wrench';
import type { LucideIcon } from 'lucide-react-native';
import { Platform } from 'react-native';
import { Text } from '../base/Text';
import { type FieldProps, ownOf } from '../base/own';
import { useColors, useTones } from '../base/theme';
import { FAILED } from '../data/readPage';
import { kitKindOf } from '../kinds';
import { formatAs, scalarOf } from '@/core/column';
import type { CompiledSlot, CompiledStyle } from '@/core/compiled';
import type { Row } from '@/core/driver';
import type { FormatSettings } from '@/core/format';
import { type StyleIcon, type Tone, tones } from '@/core/model';

const icons: Record<StyleIcon, LucideIcon> = {
  alert: AlertTriangle,
  clock: Clock,
  check: Check,
  star: Star,
  flag: Flag,
  lock: Lock,
  wrench: Wrench,
  heart: Heart,
};

/** What an icon says to those who do not see it. */
const iconWords: Record<StyleIcon, string> = {
  alert: 'attention',
  clock: 'late',
  check: 'done',
  star: 'starred',
  flag: 'flagged',
  lock: 'locked',
  wrench: 'to be mended',
  heart: 'liked',
};

/** How something looks in one row, by the conditions that hold there. */
export interface Styled {
  tone: Tone | null;
  strong: boolean;
  icon: StyleIcon | null;
  hidden: boolean;
}

/** Of several styles that hold, the first that says something about a thing counts. */
export function styled(styles: readonly CompiledStyle[], row: Row, tone: Tone | null = null): Styled {
  const holding = styles.filter(({ key }) => row[key] === 1);
  return {
    tone: holding.find((style) => style.tone)?.tone ?? tone,
    strong: holding.some(({ strong }) => strong === true),
    icon: holding.find(({ icon }) => icon)?.icon ?? null,
    hidden: holding.some(({ hide }) => hide === true),
  };
}

export function styledSlot(slot: CompiledSlot, row: Row): Styled {
  const given = slot.tone === null ? null : row[slot.tone.key];
  return styled(slot.styles, row, tones.find((tone) => tone === given) ?? null);
}

/** An icon inside a text stands in its line; browsers would give it one of its own. */
const inline = {
  marginRight: 4,
  ...(Platform.OS === 'web' ? { display: 'inline', verticalAlign: '-2px' } : {}),
} as object;

const didFail = (slot: CompiledSlot, row: Row): boolean =>
  String(row[FAILED] ?? '')
    .split(' ')
    .includes(slot.key);

/** What a slot shows of a row as text: '' for a blank or what is hidden, and a word where it could not be evaluated. */
export function slotText(slot: CompiledSlot, row: Row, settings: FormatSettings): string {
  if (didFail(slot, row)) return 'cannot be evaluated';
  if (styledSlot(slot, row).hidden) return '';
  const value = scalarOf(row[slot.key]);
  // A link's value is the name of its record.
  if (slot.column.kind === 'link')
    return slot.format?.kind === 'template' && value !== null
      ? slot.format.text.replaceAll('{}', String(value))
      : String(value ?? '');
  return formatAs(slot.column, slot.format, value, settings);
}

/** What a component of one's own is given of a slot. */
export const fieldProps = (slot: CompiledSlot, row: Row, settings: FormatSettings): FieldProps => ({
  label: slot.label,
  value: scalarOf(row[slot.key]),
  text: slotText(slot, row, settings),
  tone: styledSlot(slot, row).tone,
});

/** What a slot shows of a row: its text, or what is drawn for it: by its kind, or by a component of one's own. */
export function SlotValue({
  slot,
  row,
  settings,
  color,
  size,
}: {
  slot: CompiledSlot;
  row: Row;
  settings: FormatSettings;
  color: string;
  size: number;
}) {
  const text = slotText(slot, row, settings);
  const value = scalarOf(row[slot.key]);
  const { Drawn } = kitKindOf(slot.column);
  const Component = ownOf('field', slot);
  if (Component) return <Component {...fieldProps(slot, row, settings)} />;
  return Drawn && !slot.format && !didFail(slot, row) && value !== null && text !== '' ? (
    <Drawn column={slot.column} value={value} color={color} size={size} settings={settings} />
  ) : (
    text
  );
}

/** Whether a slot's value is drawn, and is more than a text among its neighbours. */
export const isDrawn = (slot: CompiledSlot): boolean =>
  ownOf('field', slot) !== null || (kitKindOf(slot.column).Drawn !== null && !slot.format);

/** A slot as it is read out: its text, and what its icon says. */
export function slotWords(slot: CompiledSlot, row: Row, settings: FormatSettings): string {
  const text = slotText(slot, row, settings);
  const { icon } = styledSlot(slot, row);
  return text !== '' && icon ? `${text} (${iconWords[icon]})` : text;
}

/** The icon of a style, in the line of its text. */
export function SlotIcon({ icon, color }: { icon: StyleIcon; color: string }) {
  const Icon = icons[icon];
  return <Icon size={14} color={color} style={inline} aria-hidden />;
}

/** How a slot looks in one row: its ink, the tint behind it, its weight and icon; null for what is as usual. */
export function slotLook(
  slot: CompiledSlot,
  row: Row,
  tinted: Record<Tone, { ink: string; tint: string }>,
): { ink: string | null; tint: string | null; strong: boolean; icon: StyleIcon | null } {
  const { tone: given, strong, icon } = styledSlot(slot, row);
  const tone = didFail(slot, row) ? 'red' : given;
  return {
    ink: tone ? tinted[tone].ink : null,
    tint: tone ? tinted[tone].tint : null,
    strong: strong || slot.look === 'strong',
    icon,
  };
}

/** A slot's value: its text in the tone, weight and with the icon that hold in this row. */
export function SlotText({
  slot,
  row,
  settings,
  className,
  lines,
}: {
  slot: CompiledSlot;
  row: Row;
  settings: FormatSettings;
  className: string;
  lines?: number;
}) {
  const colors = useColors();
  const { ink, tint, strong, icon } = slotLook(slot, row, useTones());
  const text = slotText(slot, row, settings);
  if (text === '') return null;
  const color = ink ?? (slot.look === 'soft' ? colors.soft : null);
  const chip =
    tint && slot.column.kind === 'choice'
      ? {
          backgroundColor: tint,
          borderRadius: 8,
          paddingHorizontal: 8,
          paddingVertical: 1,
          overflow: 'hidden' as const,
        }
      : null;
  return (
    <Text
      numberOfLines={lines ?? slot.maxLines ?? 1}
      className={`${strong ? 'font-bold' : 'font-sans'} ${className}`}
      style={[color ? { color } : null, chip]}
    >
      {icon ? <SlotIcon icon={icon} color={color ?? colors.ink} /> : null}
      <SlotValue slot={slot} row={row} settings={settings} color={color ?? colors.accent} size={17} />
    </Text>
  );
}
