import { slot } from './theatreLists';
import type { FormPart, Screen, Table } from '@/core/model';
import { madeFormParts } from '@/core/plan';

const fields = (table: Table): Map<string, FormPart> =>
  new Map(madeFormParts(table).flatMap((part) => (part.kind === 'field' ? [[part.columnId, part] as const] : [])));

export function costSheetForm(table: Table): Screen {
  const field = fields(table);
  return {
    kind: 'form',
    id: 'form-t10',
    name: 'Cost sheet form',
    tableId: 't10',
    parts: [
      ...['t10-01', 't10-02', 't10-03'].flatMap((id) => field.get(id) ?? []),
      { id: 'f-lines', kind: 'lines', columnId: 't11-02', title: 'Lines', fields: ['t11-01', 't11-03', 't11-04'] },
      ...['t10-04', 't10-06'].flatMap((id) => field.get(id) ?? []),
    ],
    after: 'record',
  };
}

export function repairForm(table: Table): Screen {
  const field = fields(table);
  const of = (id: string) => field.get(id) as Extract<FormPart, { kind: 'field' }>;
  return {
    kind: 'form',
    id: 'form-t6',
    name: 'Repair form',
    tableId: 't6',
    parts: [
      { ...of('t6-01'), placeholder: 'Such as “Loose hem”' },
      of('t6-02'),
      of('t6-03'),
      of('t6-04'),
      { id: 'f-work', kind: 'heading', text: 'The work' },
      { ...of('t6-05'), help: 'In quarters of an hour.' },
      { ...of('t6-06'), readOnlyWhen: 'charged' },
      { id: 'f-cost', kind: 'fact', slot: slot('f-cost-slot', 'cost', { label: 'Cost', look: 'strong' }) },
      { ...of('t6-07'), visibleWhen: 'production IS NOT NULL' },
      of('t6-09'),
    ],
    checks: [
      {
        id: 'f-long',
        holds: 'hours <= 40',
        message: 'More than 40 hours is more than one repair: split it.',
        columnId: 't6-05',
      },
    ],
  };
}

export const scan: Screen = {
  kind: 'scan',
  id: 'scan',
  name: 'Find by tag',
  codes: [{ tableId: 't3', columnId: 't3-02' }],
  found: { kind: 'open' },
  catalogue: true,
  note: 'Scan the tag that is sewn into a garment.',
};

export const stockTake: Screen = {
  kind: 'scan',
  id: 'stock-take',
  name: 'Stock-take',
  codes: [{ tableId: 't3', columnId: 't3-02' }],
  found: { kind: 'collect', tableId: 't12', linkId: 't12-01', countId: 't12-03', leaving: 'keep' },
  repeats: 'count',
  note: 'Go along the rail and scan every tag. The list stays on this phone until it is saved.',
};

export const fittingDays: Screen = {
  kind: 'calendar',
  id: 'fitting-days',
  name: 'Fitting days',
  tableId: 't4',
  dayId: 't4-04',
  row: {
    shape: 'rows',
    across: 1,
    title: slot('f-who', 'performer'),
    lines: [slot('f-what', 'garment'), slot('f-fit', 'fit')],
    edge: [slot('f-at', 'at')],
    styles: [{ id: 'f-done', when: 'done', tone: 'green' }],
  },
};

export const mending: Screen = {
  kind: 'report',
  id: 'mending',
  name: 'Mending by month',
  tableId: 't6',
  group: 'reported',
  step: 'month',
  value: { id: 'mend-hours', label: 'Hours of repair', aggregate: 'sum', text: 'hours' },
  chart: 'bars',
  order: 'group',
  most: 12,
};

export const byStage: Screen = {
  kind: 'report',
  id: 'by-stage',
  name: 'Repair costs by stage',
  tableId: 't6',
  group: 'production.stage',
  value: { id: 'stage-cost', label: 'Cost', aggregate: 'sum', text: 'cost' },
  chart: 'donut',
  order: 'value',
  most: 6,
};
