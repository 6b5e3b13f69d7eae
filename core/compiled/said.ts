import type { CompiledRecordPart } from './record';
import type { CompiledList } from './list';
import type { CompiledRow } from './row';
import type { ListBehaviour } from './screen';
import type { CompiledSlot, CompiledStyle } from './slot';
import type { Statement } from './statement';
import { traitsOf } from '@/core/column';
import type { Column } from '@/core/model';
import { name, param, rowsOf, sql } from '@/core/sql';

/** A style as a module says it: by its place it is known. */
export type StyleSaid = Omit<CompiledStyle, 'id' | 'key'> & { id?: string };

/** A slot as a module says it; where its value stands in a row follows from its place. */
export interface FieldSaid extends Pick<CompiledSlot, 'format' | 'look' | 'maxLines'> {
  column: Column;
  id?: string;
  /** Where it is another than the column's name. */
  label?: string;
  /** Whether its value has a colour. */
  tone?: true;
  /** The table whose record it leads to. */
  link?: string;
  styles?: StyleSaid[];
  apart?: Statement;
}

/** A row design as a module says it. */
export interface RowSaid {
  shape: CompiledRow['shape'];
  across?: number;
  minHeight?: number;
  picture?: FieldSaid;
  title?: FieldSaid;
  badge?: FieldSaid;
  lines?: FieldSaid[];
  edge?: FieldSaid[];
  styles?: StyleSaid[];
}

type Place = { key: string; id: string };

const stylePlace = (key: string, at: number): Place => ({ key: `${key}_is${at}`, id: `styles${at + 1}` });

/** Reads a picture or a file of one record by itself. */
const readApart = (table: string, { identifier }: Column, key: string): Statement =>
  sql`SELECT ${name(table)}.${name(identifier)} AS ${name(key)} FROM ${rowsOf(table)} WHERE ${name(table)}."id" = ${param('id')}`;

/** The slot of a field that stands in this place; `table` in SQL, where it is of that. */
export function slotOf(said: FieldSaid, { key, id }: Place, table: string | null): CompiledSlot {
  const { column, label, tone, link, styles = [], apart, ...rest } = said;
  return {
    id,
    ...rest,
    key,
    label: label ?? column.name,
    column,
    toneKey: tone ? `${key}_tone` : null,
    styles: styles.map((style, at) => ({ ...stylePlace(key, at), ...style })),
    link: link === undefined ? null : { key: `${key}_id`, tableId: link },
    apart: apart ?? (table !== null && traitsOf(column).isAttachment ? readApart(table, column, key) : null),
  };
}

/** What of a slot has to be said in this place. */
export function fieldSaid(slot: CompiledSlot, place: Place, table: string | null): FieldSaid {
  const { id, format, look, maxLines, label, column, toneKey, styles, link, apart } = slot;
  const usual = slotOf({ column }, place, table).apart;
  return {
    column,
    ...(id === place.id ? {} : { id }),
    ...(label === column.name ? {} : { label }),
    ...(format ? { format } : {}),
    ...(look ? { look } : {}),
    ...(maxLines ? { maxLines } : {}),
    ...(toneKey === null ? {} : { tone: true }),
    ...(link === null ? {} : { link: link.tableId }),
    ...(styles.length > 0 ? { styles: styles.map((style, at) => styleSaid(style, stylePlace(place.key, at))) } : {}),
    ...(apart && apart.sql !== usual?.sql ? { apart } : {}),
  };
}

function styleSaid(style: CompiledStyle, place: Place): StyleSaid {
  const usual: readonly string[] = style.id === place.id ? ['id', 'key'] : ['key'];
  return Object.fromEntries(Object.entries(style).filter(([part]) => !usual.includes(part))) as StyleSaid;
}

const places = {
  picture: { key: '_picture', id: 'picture1' },
  title: { key: '_title', id: 'title1' },
  badge: { key: '_badge', id: 'badge1' },
};
const linePlace = (at: number): Place => ({ key: `_line${at}`, id: `lines${at + 1}` });
const edgePlace = (at: number): Place => ({ key: `_edge${at}`, id: `edge${at + 1}` });

/** The design of a row, but for what is read of it by itself. */
export function rowOf(said: RowSaid, table: string): Omit<CompiledRow, 'cells'> {
  const { shape, across = 1, minHeight, picture, title, badge, lines = [], edge = [], styles = [] } = said;
  return {
    shape,
    across,
    minHeight: minHeight ?? null,
    picture: picture ? slotOf(picture, places.picture, table) : null,
    title: title ? slotOf(title, places.title, table) : null,
    badge: badge ? slotOf(badge, places.badge, table) : null,
    lines: lines.map((field, at) => slotOf(field, linePlace(at), table)),
    edge: edge.map((field, at) => slotOf(field, edgePlace(at), table)),
    styles: styles.map((style, at) => ({ ...stylePlace('_row', at), ...style })),
  };
}

/** What of a row design has to be said. */
export function rowSaid(row: Omit<CompiledRow, 'cells'>, table: string): RowSaid {
  const { shape, across, minHeight, picture, title, badge, lines, edge, styles } = row;
  return {
    shape,
    ...(across === 1 ? {} : { across }),
    ...(minHeight === null ? {} : { minHeight }),
    ...(picture ? { picture: fieldSaid(picture, places.picture, table) } : {}),
    ...(title ? { title: fieldSaid(title, places.title, table) } : {}),
    ...(badge ? { badge: fieldSaid(badge, places.badge, table) } : {}),
    ...(lines.length > 0 ? { lines: lines.map((slot, at) => fieldSaid(slot, linePlace(at), table)) } : {}),
    ...(edge.length > 0 ? { edge: edge.map((slot, at) => fieldSaid(slot, edgePlace(at), table)) } : {}),
    ...(styles.length > 0 ? { styles: styles.map((style, at) => styleSaid(style, stylePlace('_row', at))) } : {}),
  };
}

type Group = Extract<CompiledRecordPart, { kind: 'group' }>;
/** A part of a record as a module says it. */
export type RecordPartSaid = Exclude<CompiledRecordPart, Group> | (Omit<Group, 'facts'> & { facts: FieldSaid[] });

const factPlace = (part: number, at: number): Place => ({ key: `_fact${part}_${at}`, id: `facts${at + 1}` });

export const recordPartOf = (part: RecordPartSaid, index: number): CompiledRecordPart =>
  part.kind === 'group'
    ? { ...part, facts: part.facts.map((field, at) => slotOf(field, factPlace(index, at), null)) }
    : part;

export const recordPartSaid = (part: CompiledRecordPart, index: number): RecordPartSaid =>
  part.kind === 'group'
    ? { ...part, facts: part.facts.map((slot, at) => fieldSaid(slot, factPlace(index, at), null)) }
    : part;

/** What people can do in a list where nothing else is said. */
export const usualBehaviour: ListBehaviour = {
  tap: 'record',
  hold: 'actions',
  swipe: true,
  buttons: [],
  select: false,
  add: true,
  routines: [],
  rowRoutine: null,
  labels: null,
  collect: null,
};

/** What holds for a list where nothing else is said. */
export const usualList: Pick<CompiledList, 'searches' | 'narrows' | 'section' | 'totals'> = {
  searches: true,
  narrows: false,
  section: null,
  totals: [],
};
