import { describeProblem, ProblemError } from '@/core/problem';
import { applyEdit, type Edit, patchDefinition } from './edit';
import { type ColumnSettings, initialValue, isBlankRecord, roundTo } from '@/core/column';
import type { Definition } from '@/core/model';
import { singular, toIdentifier } from '@/core/plan';
const empty: Definition = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] };
const column = (id: string, name: string): ColumnSettings => ({
  id,
  name,
  kind: 'text',
  required: false,
  unique: false,
  default: { kind: 'none' },
});
const after = (...edits: Edit[]) => edits.reduce((definition, edit) => applyEdit(definition, edit).definition, empty);
const tools: Edit = { kind: 'addTable', tableId: 't', columnId: 'c1', name: 'Tools' };

describe('edits of the plan', () => {
  it('give a new table a name column that must be filled in and that names its records', () => {
    expect(after(tools).tables[0]).toMatchObject({
      identifier: 'tools',
      recordName: 'Tool',
      columns: [{ name: 'Name', required: true }],
      naming: { kind: 'column', columnId: 'c1' },
    });
  });

  it('lead back by their inverse, and forth again', () => {
    const { definition, patches, inverse } = applyEdit(after(tools), {
      kind: 'addColumn',
      tableId: 't',
      column: column('c2', 'Size'),
    });
    expect(patchDefinition(definition, inverse)).toEqual(after(tools));
    expect(patchDefinition(after(tools), patches)).toEqual(definition);
  });

  it('always leave something that names a record', () => {
    const definition = after(
      tools,
      { kind: 'addColumn', tableId: 't', column: column('c2', 'Size') },
      { kind: 'removeColumn', tableId: 't', columnId: 'c1' },
    );
    expect(definition.tables[0]?.naming).toEqual({ kind: 'column', columnId: 'c2' });
    expect(() => applyEdit(definition, { kind: 'removeColumn', tableId: 't', columnId: 'c2' })).toThrow(ProblemError);
  });

  it('rename a column in the expression that uses it', () => {
    const definition = after(
      tools,
      { kind: 'addColumn', tableId: 't', column: column('c2', 'Size') },
      { kind: 'setNaming', tableId: 't', naming: { kind: 'expression', text: "name || ' ' || size" } },
      { kind: 'changeColumn', tableId: 't', column: column('c2', 'Head size') },
    );
    expect(definition.tables[0]?.naming).toEqual({ kind: 'expression', text: "name || ' ' || head_size" });
  });

  it.each<[Edit, string]>([
    [{ ...tools, tableId: 'u', columnId: 'd1', name: ' tools ' }, 'There is already a table named “tools”.'],
    [{ kind: 'addColumn', tableId: 't', column: column('c2', '  ') }, 'The column needs a name.'],
    [
      { kind: 'addColumn', tableId: 't', column: { ...column('c2', 'x'.repeat(81)) } },
      'The name of the column is too long.',
    ],
    [
      {
        kind: 'addColumn',
        tableId: 't',
        column: {
          id: 'c2',
          name: 'State',
          kind: 'choice',
          choices: ['a', 'a'],
          required: false,
          unique: false,
          default: { kind: 'none' },
        },
      },
      'a choice is there twice',
    ],
    [{ kind: 'setNaming', tableId: 't', naming: { kind: 'expression', text: 'nam' } }, 'there is no column “nam”'],
  ])('refuse %j', (edit, words) => {
    expect(() => applyEdit(after(tools), edit)).toThrow(ProblemError);
    try {
      applyEdit(after(tools), edit);
    } catch (error) {
      expect(describeProblem((error as ProblemError).problem).what).toContain(words);
    }
  });
});

describe('names and values', () => {
  it.each([
    ['Kept at', 'kept_at'],
    ['Crème brûlée!', 'creme_brulee'],
    ['2nd name', 'column_2nd_name'],
    ['id', 'column_id'],
    ['名前', '名前'],
    ['🎩', 'column'],
    ['select', 'select'],
  ])('%s becomes %s', (name, identifier) => expect(toIdentifier(name, 'column')).toBe(identifier));

  it.each([
    ['Garments', 'Garment'],
    ['Boxes', 'Box'],
    ['Entries', 'Entry'],
    ['Glass', 'Glass'],
    ['Status', 'Status'],
    ['Sheep', 'Sheep'],
  ])('one of the %s is a %s', (many, one) => expect(singular(many)).toBe(one));

  it('rounds half away from zero on the decimal form', () =>
    expect([roundTo(1.005, 2), roundTo(-1.005, 2), roundTo(2.5, 0), roundTo(1e21, 2), roundTo(0.1 + 0.2, 9)]).toEqual([
      1.01, -1.01, 3, 1e21, 0.3,
    ]));

  it('begins a record with its defaults, and knows a blank one', () => {
    const date = { ...column('c', 'Day'), kind: 'date', identifier: 'day', default: { kind: 'today' } } as never;
    expect(initialValue(date, '2026-11-24')).toBe('2026-11-24');
    expect(isBlankRecord([date], { c: null })).toBe(true);
    expect(isBlankRecord([date], { c: '2026-11-24' })).toBe(false);
  });
});
