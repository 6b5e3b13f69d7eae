import type { LucideIcon } from 'lucide-react-native';
import Banknote from 'lucide-react-native/icons/banknote';
import Barcode from 'lucide-react-native/icons/barcode';
import Calendar from 'lucide-react-native/icons/calendar';
import CalendarClock from 'lucide-react-native/icons/calendar-clock';
import CalendarPlus from 'lucide-react-native/icons/calendar-plus';
import Clock from 'lucide-react-native/icons/clock';
import Decimals from 'lucide-react-native/icons/decimals-arrow-right';
import Hash from 'lucide-react-native/icons/hash';
import CalendarSync from 'lucide-react-native/icons/calendar-sync';
import Image from 'lucide-react-native/icons/image';
import Link2 from 'lucide-react-native/icons/link-2';
import ListIcon from 'lucide-react-native/icons/list';
import Paperclip from 'lucide-react-native/icons/paperclip';
import Ruler from 'lucide-react-native/icons/ruler';
import Sigma from 'lucide-react-native/icons/sigma';
import Star from 'lucide-react-native/icons/star';
import TextIcon from 'lucide-react-native/icons/text-align-start';
import ToggleLeft from 'lucide-react-native/icons/toggle-left';
import Type from 'lucide-react-native/icons/type';
import type { ColumnKind } from '@/core/model';

/** How each kind of column is drawn, and how a value of it looks. */
export const kindLooks: Record<ColumnKind, { icon: LucideIcon; example: string }> = {
  text: { icon: Type, example: 'Silk waistcoat' },
  longText: { icon: TextIcon, example: 'Wash by hand…' },
  wholeNumber: { icon: Hash, example: '12' },
  decimal: { icon: Decimals, example: '2.75' },
  money: { icon: Banknote, example: '€180.00' },
  yesNo: { icon: ToggleLeft, example: 'Yes' },
  date: { icon: Calendar, example: '14 Mar 2026' },
  time: { icon: Clock, example: '19:30' },
  dateTime: { icon: CalendarClock, example: '14 Mar 2026, 19:30' },
  measure: { icon: Ruler, example: '92 cm' },
  choice: { icon: ListIcon, example: 'Good, worn or lost' },
  rating: { icon: Star, example: '★★★★☆' },
  barcode: { icon: Barcode, example: '2000000000015' },
  picture: { icon: Image, example: 'A photo' },
  file: { icon: Paperclip, example: 'receipt.pdf' },
  created: { icon: CalendarPlus, example: 'When it was made' },
  changed: { icon: CalendarSync, example: 'When it was changed' },
  link: { icon: Link2, example: 'A record elsewhere' },
  expression: { icon: Sigma, example: 'hours * rate' },
};
