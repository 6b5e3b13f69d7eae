import type { LucideIcon } from 'lucide-react-native';
import AppWindow from 'lucide-react-native/icons/app-window';
import Braces from 'lucide-react-native/icons/braces';
import Columns3 from 'lucide-react-native/icons/columns-3';
import FileCode from 'lucide-react-native/icons/file-code';
import Funnel from 'lucide-react-native/icons/funnel';
import LayoutGrid from 'lucide-react-native/icons/layout-grid';
import ListIcon from 'lucide-react-native/icons/list';
import ListChecks from 'lucide-react-native/icons/list-checks';
import MapIcon from 'lucide-react-native/icons/map';
import Package from 'lucide-react-native/icons/package';
import Palette from 'lucide-react-native/icons/palette';
import PanelBottom from 'lucide-react-native/icons/panel-bottom';
import Route from 'lucide-react-native/icons/route';
import Smartphone from 'lucide-react-native/icons/smartphone';
import Table2 from 'lucide-react-native/icons/table-2';
import Tag from 'lucide-react-native/icons/tag';
import Terminal from 'lucide-react-native/icons/terminal';
import Users from 'lucide-react-native/icons/users';
import Waves from 'lucide-react-native/icons/waves-horizontal';
import type { Room, Thing, ThingKind } from '../address';

const kindIcons: Record<Exclude<ThingKind, 'room'>, LucideIcon> = {
  table: Table2,
  column: Columns3,
  screen: AppWindow,
  query: Funnel,
  routine: ListChecks,
  release: Tag,
};

const roomIcons: Record<Room, LucideIcon> = {
  plan: ListIcon,
  map: MapIcon,
  people: Users,
  tables: Table2,
  screens: LayoutGrid,
  paths: Route,
  frame: PanelBottom,
  look: Palette,
  queries: Funnel,
  routines: ListChecks,
  run: Smartphone,
  ripples: Waves,
  data: Table2,
  rows: Table2,
  schema: Braces,
  sql: Terminal,
  ship: Package,
  code: FileCode,
  releases: Tag,
};

/** What stands before the name of a thing. */
export const thingIcon = ({ kind, address }: Pick<Thing, 'kind' | 'address'>): LucideIcon =>
  kind === 'room' ? roomIcons[address.room] : kindIcons[kind];
