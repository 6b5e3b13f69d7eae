import AppWindow from 'lucide-react-native/icons/app-window';
import Columns3 from 'lucide-react-native/icons/columns-3';
import Compass from 'lucide-react-native/icons/compass';
import Funnel from 'lucide-react-native/icons/funnel';
import ListChecks from 'lucide-react-native/icons/list-checks';
import Table2 from 'lucide-react-native/icons/table-2';
import type { LucideIcon } from 'lucide-react-native';
import type { ThingKind } from '../address';

export const thingIcons: Record<ThingKind, LucideIcon> = {
  room: Compass,
  table: Table2,
  column: Columns3,
  screen: AppWindow,
  query: Funnel,
  routine: ListChecks,
};
