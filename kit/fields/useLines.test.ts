import { type Lines, lineWrites, type TypedLine, typedLines } from './useLines';
import { compileApp } from '@/core/compile';
import type { CompiledScreenOf } from '@/core/compiled';
import { applyEdit, type Edit } from '@/core/edit';
import { DEFAULT_FORMAT } from '@/core/format';
import type { Definition } from '@/core/model';
import { plainColumn } from '@/test/hats';

const edits: Edit[] = [
  { kind: 'addTable', tableId: 's', columnId: 's1', name: 'Sheets' },
  { kind: 'addTable', tableId: 'l', columnId: 'l1', name: 'Lines' },
  {
    kind: 'addColumn',
    tableId: 'l',
    column: { ...plainColumn('l2', 'Sheet'), kind: 'link', tableId: 's', inverse: 'Lines', onDelete: 'cascade' },
  },
  {
    kind: 'addColumn',
    tableId: 'l',
    column: { ...plainColumn('l3', 'Length'), kind: 'measure', quantity: 'length', unit: 'cm', places: 0 },
  },
  { kind: 'addColumn', tableId: 'l', column: { ...plainColumn('l4', 'Amount'), kind: 'money', currency: 'EUR' } },
  {
    kind: 'setScreen',
    screen: {
      kind: 'form',
      id: 'form-s',
      name: 'Sheet form',
      tableId: 's',
      parts: [{ id: 'p', kind: 'lines', columnId: 'l2', fields: ['l1', 'l3', 'l4'] }],
    },
  },
];

const app = compileApp(
  edits.reduce<Definition>((made, edit) => applyEdit(made, edit).definition, {
    id: 'a',
    name: 'A',
    theme: { accent: 'moss' },
    tables: [],
  }),
);

const { form } = app.screens.find(({ id }) => id === 'form-s') as CompiledScreenOf<'form'>;

const settings = { ...DEFAULT_FORMAT, ...{ today: '2026-11-25' } } as Parameters<typeof lineWrites>[5];

const line = (
  id: number | null,
  name: string,
  length: string,
  amount: string,
  stored?: TypedLine['stored'],
): TypedLine => ({ id, texts: { l1: name, l2: '', l3: length, l4: amount }, ...(stored ? { stored } : {}) });

/** 91.44 cm: a yard, shown without decimals. */
const yard = line(7, 'Lace', '91', '5.00', { l1: 'Lace', l2: 3, l3: 0.9144, l4: 500 });

const writes = (now: TypedLine[], before: TypedLine[], recordId: number | undefined = 3) => {
  const made = lineWrites(form, app, { p: now }, { p: before }, recordId, settings);
  if ('reason' in made) throw new Error(`${made.title}: ${made.reason}`);
  return made.writes.map(({ sql, params, ofFirst }) => [sql.split(' ')[0], params, ofFirst ?? null]);
};

describe('the lines of a form', () => {
  it('write nothing where nothing was typed', () => {
    expect(writes([yard], [yard])).toEqual([]);
    expect(writes([{ ...yard, texts: { ...yard.texts } }], [yard])).toEqual([]);
  });

  it('leave what was not touched as it is stored, whatever it is shown as', () => {
    const dearer = { ...yard, texts: { ...yard.texts, l4: '6' } };
    expect(writes([dearer], [yard])).toEqual([
      ['UPDATE', { name: 'Lace', sheet: 3, length: 0.9144, amount: 600, id: 7 }, null],
    ]);
    const longer = { ...yard, texts: { ...yard.texts, l3: '92' } };
    expect(writes([longer], [yard])[0]?.[1]).toMatchObject({ length: 0.92, amount: 500 });
  });

  it('delete what was taken away, update what stayed, and make what is new, of the record or of the one that is being made', () => {
    const hem = line(8, 'Hem', '10', '1.00', { l1: 'Hem', l2: 3, l3: 0.1, l4: 100 });
    const fresh = line(null, 'Dye', '', '2.50');
    expect(writes([{ ...hem, texts: { ...hem.texts, l1: 'Hems' } }, fresh], [yard, hem])).toEqual([
      ['DELETE', { id: 7 }, null],
      ['UPDATE', { name: 'Hems', sheet: 3, length: 0.1, amount: 100, id: 8 }, null],
      ['INSERT', { name: 'Dye', sheet: 3, length: null, amount: 250 }, null],
    ]);
    const made = lineWrites(form, app, { p: [fresh] }, {}, undefined, settings);
    expect('writes' in made && made.writes.map(({ params, ofFirst }) => [params.sheet ?? null, ofFirst])).toEqual([
      [null, 'sheet'],
    ]);
  });

  it('say which line cannot be stored, and why', () => {
    const made = lineWrites(form, app, { p: [yard, line(null, 'Dye', '', 'a lot')] }, { p: [yard] }, 3, settings);
    expect(made).toMatchObject({ title: 'Lines, line 2' });
    expect('reason' in made && made.reason).toMatch(/Amount/);
  });

  it('are kept in a draft as they were typed, without what stands in the database', () => {
    const lines: Lines = { p: [yard] };
    expect(typedLines(lines)).toEqual({ p: [{ id: 7, texts: yard.texts }] });
  });
});
