import type { CompiledCalendar } from './calendar';
import type { CompiledCollect } from './collect';
import type { CompiledForm } from './form';
import type { CompiledList } from './list';
import type { CompiledMenu } from './menu';
import type { CompiledRecord } from './record';
import type { CompiledReport } from './report';
import type { CompiledScan } from './scan';
import type { Statement } from './statement';
import type { Symbology } from '@/core/barcode';
import type { ListScreen, ScreenKind } from '@/core/model';

/** What people can do in a list, with what holds where the design does not say. */
export type ListBehaviour = Required<Pick<ListScreen, 'tap' | 'hold' | 'swipe' | 'buttons' | 'select' | 'add'>> &
  Pick<ListScreen, 'empty' | 'recordScreenId' | 'formScreenId'> & {
    /** Routines that can be run on a row, and the one that has a button in each. */
    routines: { id: string; name: string }[];
    rowRoutine: { id: string; name: string } | null;
    /** The codes of its rows, for printing: each with `_name` and `_code`. */
    labels: { symbology: Symbology | 'QR'; statement: Statement } | null;
    /** What the working list of its rows is saved as, where it has one. */
    collect: CompiledCollect | null;
  };

export interface Common {
  id: string;
  name: string;
}

export type CompiledScreen = Common &
  (
    | { kind: 'list'; tableId: string; list: CompiledList; behaviour: ListBehaviour }
    | { kind: 'record'; tableId: string; record: CompiledRecord; formScreenId?: string }
    | { kind: 'form'; tableId: string; form: CompiledForm }
    | { kind: 'menu'; menu: CompiledMenu }
    | { kind: 'report'; tableId: string; report: CompiledReport }
    | { kind: 'calendar'; tableId: string; calendar: CompiledCalendar }
    | { kind: 'scan'; scan: CompiledScan }
    | { kind: 'settings' }
  );

export type CompiledScreenOf<K extends ScreenKind> = Extract<CompiledScreen, { kind: K }>;
