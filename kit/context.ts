import { createContext, useContext } from 'react';
import type { CompiledApp, CompiledTable, ReadRequest, ReadResult, Ripple, WriteRequest } from '@/core/compile';
import type { FormatSettings } from '@/core/format';

/** The database as screens see it: in the studio it stands in a worker, on a phone it is expo-sqlite. */
export interface KitDatabase {
  /** Begins every query key: another app, or another generation of its schema or another person never shares a result. */
  scope: readonly (string | number)[];
  read(request: ReadRequest): Promise<ReadResult>;
  write(request: WriteRequest): Promise<Ripple>;
  undo(seq: number): Promise<void>;
  warmSearch(name: string): Promise<void>;
}

/** Where a screen is in the app: which screen, and for which record. */
export interface Place {
  screenId: string;
  recordId?: number;
  /** For a list: only those that belong to this record. For a new record's form: what it belongs to. */
  linked?: Linked;
}

/** A record, as one side of a link: the column of the other side's table that leads to it. */
export interface Linked {
  columnId: string;
  recordId: number;
}

export interface KitNavigation {
  go(place: Place): void;
  back(): void;
  /** Goes back past every place that shows this record. */
  leaveRecord(tableId: string, recordId: number): void;
}

/** A short word at the foot of the phone after something was done, with a way to take it back. */
export interface KitNotice {
  text: string;
  tone: 'done' | 'problem';
  undoSeq?: number;
}

/** Pictures and files of the device that the app runs on, each as a `data:` URL. Null where the person changed their mind; throws a Problem. */
export interface KitAttachments {
  /** Scaled down to what is kept. */
  choosePicture(): Promise<string | null>;
  chooseFile(): Promise<string | null>;
  /** Shows a file, or hands it to what can. */
  open(file: string): void;
}

/** Who is signed in, where the app has people. `database` reads and writes as that person. */
export interface KitPeople {
  /** The id of the profile, or null. */
  current: number | null;
  /** Signs in, or out; the app is at its start again. */
  signIn(id: number | null): void;
  /** Unpredictable bytes. */
  randomBytes(count: number): Uint8Array;
}

/** All that the kit needs from its surroundings; it does not know whether it runs in the studio or on a phone. */
export interface Kit {
  app: CompiledApp;
  database: KitDatabase;
  attachments: KitAttachments;
  people: KitPeople;
  navigation: KitNavigation;
  settings: FormatSettings;
  /** The current date, ISO 8601. */
  today(): string;
  notify(notice: KitNotice | null): void;
}

const KitContext = createContext<Kit | null>(null);
export const KitProvider = KitContext.Provider;

/** The places from the start to where the person is. Apart from the rest, so that a move draws no screen anew that stays. */
const StackContext = createContext<readonly Place[]>([]);
export const KitStackProvider = StackContext.Provider;
export const useStack = (): readonly Place[] => useContext(StackContext);

/** The notice on show stands apart, so that its coming and going draws no screen anew. */
const NoticeContext = createContext<KitNotice | null>(null);
export const KitNoticeProvider = NoticeContext.Provider;
export const useNotice = (): KitNotice | null => useContext(NoticeContext);

export function useKit(): Kit {
  const kit = useContext(KitContext);
  if (!kit) throw new Error('A kit component stands outside of its KitProvider');
  return kit;
}

export function tableOf(app: CompiledApp, tableId: string): CompiledTable | undefined {
  return app.tables.find(({ id }) => id === tableId);
}
