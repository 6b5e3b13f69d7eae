import type { EntrySaid, FormPartSaid, RecordPartSaid, TotalSaid } from '@/core/compiled';
import type { ComponentType } from 'react';
import type { OwnProps } from '../base/own';
import type { AskedColumn, Column } from '@/core/model';
import type { Said } from './columns';
import { columnOf } from './row';

type Given<S extends { kind: string }, K extends S['kind']> = Omit<Extract<S, { kind: K }>, 'kind'>;

const of =
  <S extends { kind: string }>() =>
  <K extends S['kind']>(kind: K) =>
  (given: Given<S, K>): S =>
    ({ kind, ...given }) as unknown as S;

/** A component of one's own, by what it is given. */
type Component<K extends keyof OwnProps> = ComponentType<OwnProps[K]>;

const record = of<RecordPartSaid>();
const form = of<FormPartSaid>();
const menu = of<EntrySaid>();

/** The parts of a record and of a form. */
export const part = {
  group: record('group'),
  linked: record('linked'),
  button: record('button'),
  routine: record('routine'),
  /** A component of one's own on a record. */
  own: (component: Component<'record'>): RecordPartSaid => ({ kind: 'own', component }),
  heading: form('heading'),
  fact: form('fact'),
  lines: form('lines'),
};

type Asked = Omit<Given<FormPartSaid, 'field'>, 'column' | 'component'> & { component?: Component<'input'> };

/** A column as a form asks for it; `component` stands in place of its input. */
export const input = (column: AskedColumn, how: Asked = {}): FormPartSaid => ({
  kind: 'field',
  column,
  ...how,
});

/** The entries of a menu. */
export const entry = {
  heading: menu('heading'),
  screen: menu('screen'),
  routine: menu('routine'),
  rows: menu('rows'),
  own: (component: Component<'menu'>): EntrySaid => ({ kind: 'own', component }),
};

/** A figure over many rows, formatted as a column or as one of a kind. */
export const total = (label: string, column: Column | Said, how: Omit<TotalSaid, 'label' | 'column'>): TotalSaid => ({
  label,
  column: columnOf(column),
  ...how,
});
