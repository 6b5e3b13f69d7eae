import fc from 'fast-check';
import { mendDefinition } from '@/core/edit';
import { atPath, faultReason, type Path } from '@/core/fault';
import { Definition } from '@/core/model';
import { theatre } from '@/demo';
import { definitionFaults } from './definitionFaults';
import { definitionProblem, placeWords } from './placeWords';

const whole = theatre(5).definition;

/** The theatre's definition, changed. */
function broken(change: (copy: Definition) => void): Definition {
  const copy = structuredClone(whole);
  change(copy);
  return copy;
}

/** Every place of the definition that names something, or holds an expression. */
function placesOf(tree: unknown, at: Path = []): Path[] {
  if (typeof tree !== 'object' || tree === null) return [];
  return Object.entries(tree).flatMap(([key, inside]): Path[] => {
    const here = [...at, Array.isArray(tree) ? Number(key) : key];
    if (typeof inside !== 'string') return placesOf(inside, here);
    return /Id$|^id$|^text$|^when$|^condition$|^record$|^name$/.test(key) ? [here] : [];
  });
}

function put(tree: unknown, path: Path, value: unknown): void {
  const parent = atPath(tree, path.slice(0, -1)) as Record<PropertyKey, unknown>;
  parent[path.at(-1) as PropertyKey] = value;
}

describe('the faults of a definition', () => {
  it('are none of the demo’s', () => expect(definitionFaults(whole)).toEqual([]));

  it('are all told, each at its place, with what would mend it', () => {
    const definition = broken((copy) => {
      const { queries = [], routines = [], screens } = copy;
      Object.assign(queries[0] as object, { condition: 'nmae = 1' });
      Object.assign(routines[1] as object, { tableId: 'gone' });
      const list = screens?.list.find(({ kind }) => kind === 'list');
      Object.assign(list as object, { recordScreenId: 'gone', queryId: 'lost' });
    });
    const at = definition.screens?.list.findIndex(({ kind }) => kind === 'list') as number;
    const faults = definitionFaults(definition).filter(({ place }) =>
      [0, 1, at].includes(Number(place[0] === 'screens' ? place[2] : place[1])),
    );
    expect(faults).toMatchObject([
      { code: 'expression', place: ['queries', 0], mend: { way: 'leave-out', at: ['queries', 0] } },
      { code: 'no-table', place: ['routines', 1, 'tableId'], mend: { way: 'leave-out', at: ['routines', 1] } },
      {
        code: 'no-query',
        place: ['screens', 'list', at, 'queryId'],
        mend: { way: 'leave-out-screen', at: ['screens', 'list', at] },
      },
      { code: 'no-screen', place: ['screens', 'list', at, 'recordScreenId'] },
    ]);
    expect(definitionProblem(definition, faults)).toMatchObject({
      code: 'definition',
      place: `the query ${whole.queries?.[0]?.name}`,
      others: [
        `the routine ${whole.routines?.[1]?.name}: its table is not there`,
        expect.stringMatching(/: its query is not there$/),
        expect.stringMatching(/: it leads to a screen that is not there$/),
      ],
    });
  });

  it('lead to the part of a screen and to the step of a routine that an expression is of', () => {
    const definition = broken((copy) => {
      const list = copy.screens?.list.find((screen) => screen.kind === 'list' && screen.row !== undefined);
      if (list?.kind === 'list' && list.row?.lines[0]) list.row.lines[0].text = 'nothing_of_the_kind';
      const set = copy.routines
        ?.flatMap(({ steps }) => steps)
        .find((step) => step.kind === 'update' || step.kind === 'insert');
      if (set && 'values' in set && set.values[0]) set.values[0].text = 'nothing_of_the_kind';
    });
    const places = definitionFaults(definition).map(({ place }) => place);
    expect(places).toContainEqual(['screens', 'list', expect.any(Number), 'row', 'lines', 0]);
    expect(places).toContainEqual(['routines', expect.any(Number), 'steps', expect.any(Number)]);
  });

  it('of a computed column come before those of what uses it, and hide what screens make of it', () => {
    const definition = broken((copy) => {
      const table = copy.tables.find(({ columns }) => columns.some(({ kind }) => kind === 'expression'));
      const column = table?.columns.find(({ kind }) => kind === 'expression');
      if (!table || column?.kind !== 'expression') throw new Error('the demo computes');
      table.columns.unshift({ ...column, id: 'uses', name: 'Uses', identifier: 'uses', text: column.identifier });
      column.text = 'nothing_of_the_kind';
    });
    const faults = definitionFaults(definition);
    expect(faults.map(({ place }) => place[0])).toEqual(faults.map(() => 'tables'));
    const isDerived = faults.map((each) => each.code === 'expression' && each.data.of.code === 'derived');
    expect(isDerived).toEqual([...isDerived].sort());
    expect(isDerived).toContain(true);
    expect(isDerived[0]).toBe(false);
  });

  it('are plain data that leads somewhere and has words, whatever is wrong; what was mended is sound', () => {
    const places = placesOf(whole);
    const change = fc.tuple(
      fc.nat(places.length - 1),
      fc.constantFrom('gone', 'nmae +', 'id', 'sum(', "'a text'", '1', 'Garments', 'count(name)', ':this'),
    );
    let wrong = 0;
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 6 }), (changes) => {
        const copy = broken((each) => changes.forEach(([at, value]) => put(each, places[at] as Path, value)));
        const parsed = Definition.safeParse(copy);
        if (!parsed.success) return;
        const faults = definitionFaults(parsed.data);
        expect(JSON.parse(JSON.stringify(faults))).toEqual(faults);
        for (const fault of faults) {
          wrong++;
          expect(atPath(parsed.data, fault.place.slice(0, -1))).toBeDefined();
          expect(placeWords(parsed.data, fault.place)).toMatch(/\S/);
          expect(faultReason(fault)).not.toMatch(/undefined|null|object Object|^$/);
        }
        const mended = mendDefinition(copy);
        if (mended) expect(definitionFaults(mended.definition)).toEqual([]);
      }),
      { numRuns: 300 },
    );
    expect(wrong).toBeGreaterThan(80);
  });
});
