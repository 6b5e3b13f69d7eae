import Banknote from 'lucide-react-native/icons/banknote';
import Barcode from 'lucide-react-native/icons/barcode';
import Box from 'lucide-react-native/icons/box';
import Calendar from 'lucide-react-native/icons/calendar';
import ChartColumn from 'lucide-react-native/icons/chart-column';
import Hammer from 'lucide-react-native/icons/hammer';
import Heart from 'lucide-react-native/icons/heart';
import House from 'lucide-react-native/icons/house';
import Leaf from 'lucide-react-native/icons/leaf';
import List from 'lucide-react-native/icons/list';
import NotebookText from 'lucide-react-native/icons/notebook-text';
import Settings from 'lucide-react-native/icons/settings';
import Shirt from 'lucide-react-native/icons/shirt';
import Star from 'lucide-react-native/icons/star';
import Users from 'lucide-react-native/icons/users';
import type { LucideIcon } from 'lucide-react-native';
import type { AppIcon, MenuIcon } from '@/core/model';
type SymbolName = Extract<AppIcon, { kind: 'symbol' }>['name'];

/** The icons that menus and apps can have, by the names that a definition calls them. */
export const menuIcons: Record<MenuIcon | SymbolName, LucideIcon> = {
  list: List,
  box: Box,
  shirt: Shirt,
  people: Users,
  calendar: Calendar,
  tools: Hammer,
  money: Banknote,
  chart: ChartColumn,
  settings: Settings,
  star: Star,
  home: House,
  barcode: Barcode,
  leaf: Leaf,
  note: NotebookText,
  heart: Heart,
};
