import { firstReason } from '@/core/fault';
import fc from 'fast-check';
import { definitionFaults } from '@/core/check';
import { allSteps, type Definition, type Routine, type Step } from '@/core/model';
import { startScope } from '@/core/plan';
import { demos } from '@/demo';
import { newStep, stepKinds } from './steps';
import { firstValues, freeStepName, linkChoices, recordChoices, valueChoices } from './stepChoices';
import { type Branch, stepIn, top, withChanged, withMoved, withoutStep, withStep } from './stepTree';

const message = (id: string): Step => ({ id, kind: 'message', text: `'${id}'` });
const nested: Routine = {
  id: 'r',
  name: 'Trial',
  steps: [
    message('a'),
    { id: 'e', kind: 'each', tableId: 't', name: 'row', steps: [message('b')] },
    { id: 'i', kind: 'if', condition: 'TRUE', steps: [message('c')], otherwise: [message('d'), message('f')] },
  ],
};
const branches: Branch[] = [
  top,
  { stepId: 'e', otherwise: false },
  { stepId: 'i', otherwise: false },
  { stepId: 'i', otherwise: true },
];
const ids = (routine: Routine) => allSteps(routine.steps).map(({ id }) => id);

describe('the tree of steps', () => {
  it('takes a step at the end of a branch, and nowhere else', () => {
    expect(branches.map((branch) => ids(withStep(nested, branch, message('new'))).join(''))).toEqual([
      'aebicdfnew',
      'aebnewicdf',
      'aebicnewdf',
      'aebicdfnew',
    ]);
    expect(withStep(nested, { stepId: 'i', otherwise: true }, message('new')).steps).toHaveLength(3);
  });

  it('loses one with all inside it, changes one and keeps what is inside, and leaves the routine itself as it was', () => {
    const before = structuredClone(nested);
    expect(ids(withoutStep(nested, 'i'))).toEqual(['a', 'e', 'b']);
    expect(ids(withoutStep(nested, 'd'))).toEqual(['a', 'e', 'b', 'i', 'c', 'f']);
    const other: Step = { id: 'i', kind: 'if', condition: 'FALSE', steps: [], otherwise: [] };
    const changed = withChanged(nested, other);
    expect(ids(changed)).toEqual(ids(nested));
    expect(stepIn(changed, 'i')).toMatchObject({ condition: 'FALSE' });
    expect(stepIn(changed, 'gone')).toBeUndefined();
    expect(nested).toEqual(before);
  });

  it('moves a step only within its branch: nothing is lost, nothing changes hands', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...branches),
        fc.constantFrom(...ids(nested)),
        fc.integer({ min: 0, max: 4 }),
        (branch, id, to) => {
          const moved = withMoved(nested, branch, id, to);
          expect([...ids(moved)].sort()).toEqual([...ids(nested)].sort());
          for (const each of ids(nested)) {
            const inside = (routine: Routine) => {
              const step = stepIn(routine, each);
              return step ? new Set(allSteps([step]).map((one) => one.id)) : null;
            };
            expect(inside(moved)).toEqual(inside(nested));
          }
        },
      ),
    );
    expect(ids(withMoved(nested, { stepId: 'i', otherwise: true }, 'f', 0))).toEqual([
      'a',
      'e',
      'b',
      'i',
      'c',
      'f',
      'd',
    ]);
  });
});

const definitions: Definition[] = Object.values(demos).map((demo) => demo().definition);

describe('a new step', () => {
  it.each(stepKinds.map(({ kind, label }) => [label, kind] as const))(
    '“%s” stands as it is offered, wherever it can',
    (_, kind) => {
      let offered = 0;
      for (const definition of definitions) {
        for (const tableId of [undefined, ...definition.tables.map(({ id }) => id)]) {
          const routine: Routine = { id: 'trial', name: 'Trial of steps', ...(tableId ? { tableId } : {}), steps: [] };
          const step = newStep({ app: definition, routine, scope: startScope(routine) }, kind, 's1');
          if (step === null) continue;
          offered++;
          // A step that is for something still to be said has nothing wrong but that.
          const steps = step.kind === 'update' ? [] : [step];
          const plan = { ...definition, routines: [...(definition.routines ?? []), { ...routine, steps }] };
          // What only a person can say (a code, say) is still to be filled in.
          const fault =
            firstReason(definitionFaults(plan))?.replace(/^.*(must not be blank|give the copy another value)$/, '') ||
            null;
          expect([tableId, fault]).toEqual([tableId, null]);
        }
      }
      expect(offered).toBeGreaterThan(0);
    },
  );

  it('is named as nothing else in the routine is', () => {
    const routine: Routine = {
      id: 'r',
      name: 'R',
      steps: [
        { id: '1', kind: 'set', name: 'value', text: '1' },
        { id: '2', kind: 'each', tableId: 't', name: 'value_2', steps: [] },
      ],
    };
    expect(['value', 'this', 'today', 'Garment'].map((name) => freeStepName(routine, name))).toEqual([
      'value_3',
      'this_2',
      'today_2',
      'garment',
    ]);
  });
});

test('every choice that is offered for a value, a record or a link fits where it is offered', () => {
  let looked = 0;
  for (const definition of definitions) {
    for (const table of definition.tables) {
      const scope = startScope({ tableId: table.id });
      for (const { value } of recordChoices(definition, scope, table.id)) expect(value).toMatch(/^:this/);
      for (const { columnId, text } of firstValues(definition, scope, table)) {
        const column = table.columns.find(({ id }) => id === columnId);
        expect(column).toBeDefined();
        const offered =
          column && valueChoices(definition, scope, table.id, { kind: 'assigned', column }).map(({ value }) => value);
        if (column?.kind === 'link') expect(offered).toContain(text);
        looked++;
      }
      for (const { value } of linkChoices(definition, table.id))
        expect(definition.tables.flatMap(({ columns }) => columns).find(({ id }) => id === value)?.kind).toBe('link');
    }
  }
  expect(looked).toBeGreaterThan(5);
  expect(linkChoices(definitions[0] as Definition, null)).toEqual([]);
});
