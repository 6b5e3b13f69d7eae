import { applyEdit, type Edit } from '@/core/edit';
import type { Definition } from '@/core/model';
import { theatre } from '@/demo';
import { overlaps } from '@/test/overlap';
import { linkedTables } from '@/test/links';
import { LETTERS, linePath, neighbours, OPENING, PLATE, type PlanMap, planMap } from './planMap';
import { mapMermaid, mapSvg } from './print';

const empty: Definition = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] };
const after = (edits: readonly Edit[]) =>
  edits.reduce((definition, edit) => applyEdit(definition, edit).definition, empty);
const { definition } = theatre(10);
const overlap = ({ tables }: PlanMap) => overlaps(tables).map(([one, other]) => `${one.name} and ${other.name}`);

describe('the map of a plan', () => {
  it('shows every table and every link, none on top of another, all inside', () => {
    const map = planMap(definition);
    expect(map.tables.map(({ name }) => name)).toEqual(definition.tables.map(({ name }) => name));
    expect(map.links).toHaveLength(13);
    expect(overlap(map)).toEqual([]);
    expect(
      map.tables.every(
        ({ x, y, width, height }) => x >= 0 && y >= 0 && x + width <= map.width && y + height <= map.height,
      ),
    ).toBe(true);
    const performers = map.tables.find(({ name }) => name === 'Performers');
    const fittings = map.tables.find(({ name }) => name === 'Fittings');
    expect(performers && fittings && performers.x < fittings.x).toBe(true);
  });

  it('shows the columns of each table, and says how many more there are', () => {
    const map = planMap(definition);
    for (const table of map.tables) {
      const columns = definition.tables.find(({ id }) => id === table.id)?.columns ?? [];
      expect(table.columns.length + table.more).toBe(columns.length);
      expect(table.columns.map(({ name }) => name)).toEqual(
        columns.slice(0, table.columns.length).map(({ name }) => name),
      );
      const lines = table.columns.length + (table.more > 0 ? 1 : 0);
      expect(table.height).toBeGreaterThanOrEqual(PLATE.head + lines * PLATE.row);
    }
    expect(map.tables.find(({ name }) => name === 'Garments')).toMatchObject({ more: 3 });
    expect(mapSvg(map)).toContain('>and 3 more</text>');
  });

  it('is opened at no scale at which letters could not be read', () =>
    expect(LETTERS * OPENING).toBeGreaterThanOrEqual(11));

  it('holds a table without links, a link of a table to itself, and nothing at all', () => {
    const map = planMap(after([...linkedTables, { kind: 'addTable', tableId: 'z', columnId: 'z1', name: 'Alone' }]));
    expect(map.tables).toHaveLength(5);
    expect(map.links.find(({ from, to }) => from === to)?.points.length).toBeGreaterThan(2);
    expect(planMap(empty)).toMatchObject({ tables: [], links: [] });
  });

  it('lays sixty tables out without one on top of another', () => {
    const many: Edit[] = Array.from({ length: 60 }, (_, index): Edit => ({
      kind: 'addTable',
      tableId: `t${index}`,
      columnId: `n${index}`,
      name: `Table ${index}`,
    }));
    const links: Edit[] = Array.from({ length: 80 }, (_, index): Edit => ({
      kind: 'addColumn',
      tableId: `t${(index * 7 + 3) % 60}`,
      column: {
        id: `l${index}`,
        name: `Link ${index}`,
        kind: 'link',
        tableId: `t${(index * 11) % 60}`,
        inverse: `Back ${index}`,
        onDelete: 'unlink',
        required: false,
        unique: false,
        default: { kind: 'none' },
      },
    }));
    expect(overlap(planMap(after([...many, ...links])))).toEqual([]);
  });

  it('knows what a table is linked to', () => {
    const map = planMap(definition);
    const names = (id: string) =>
      map.tables.filter((table) => neighbours(map, id).has(table.id)).map(({ name }) => name);
    expect(names('t2')).toEqual(['Performers', 'Fittings', 'Castings']);
  });

  it('is drawn through its points', () =>
    expect(
      linePath([
        { x: 0, y: 0 },
        { x: 10, y: 0 },
        { x: 20, y: 10 },
      ]),
    ).toBe('M 0 0 Q 10 0 15 5 L 20 10'));

  it('goes out as SVG that is well formed, whatever names hold', () => {
    const odd = after([{ kind: 'addTable', tableId: 't', columnId: 'c', name: '<Hats> & "caps"' }]);
    const svg = mapSvg(planMap(odd));
    expect(svg).toContain('&#60;Hats&#62; &#38; &#34;caps&#34;');
    expect(svg.match(/<[a-z]+/g)?.length).toBe(
      (svg.match(/<\/[a-z]+>/g)?.length ?? 0) + (svg.match(/\/>/g)?.length ?? 0),
    );
  });

  it('goes out as a Mermaid diagram', () => {
    const text = mapMermaid(definition);
    expect(text).toMatch(/^erDiagram\n {2}garments \{\n {4}INTEGER id PK\n {4}TEXT name\n {4}TEXT tag UK/);
    expect(text).toContain('  performers ||--o{ fittings : "Fittings"');
    expect(text).toContain('  productions |o--o{ repairs : "Repairs"');
    expect(text).not.toMatch(/ cost\b/);
  });
});
