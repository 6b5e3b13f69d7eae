import { type FieldSaid, type Place, slotOf, styleOf, type StyleSaid } from './fieldSaid';
import { lazily } from './lazily';
import { cellsOf, type CompiledRow } from './row';
import type { Own } from './own';
import type { RowsOf } from './selected';

/** A row design as a module says it. */
export interface RowSaid extends Own {
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

/** What stands in each place of a row. */
export const rowPlaces = {
  picture: { key: '_picture', id: 'picture1' },
  title: { key: '_title', id: 'title1' },
  badge: { key: '_badge', id: 'badge1' },
  line: (at: number): Place => ({ key: `_line${at}`, id: `lines${at + 1}` }),
  edge: (at: number): Place => ({ key: `_edge${at}`, id: `edge${at + 1}` }),
};

export function rowOf(said: RowSaid, rows: RowsOf): CompiledRow {
  const { shape, across = 1, minHeight, picture, title, badge, lines = [], edge = [], styles = [], component } = said;
  const row = {
    shape,
    ...(component === undefined ? {} : { component }),
    across,
    minHeight: minHeight ?? null,
    picture: picture ? slotOf(picture, rowPlaces.picture, rows) : null,
    title: title ? slotOf(title, rowPlaces.title, rows) : null,
    badge: badge ? slotOf(badge, rowPlaces.badge, rows) : null,
    lines: lines.map((field, at) => slotOf(field, rowPlaces.line(at), rows)),
    edge: edge.map((field, at) => slotOf(field, rowPlaces.edge(at), rows)),
    styles: styles.map((style, at) => styleOf(style, '_row', at)),
  };
  return lazily(row, 'cells', () => cellsOf(rows, row));
}
