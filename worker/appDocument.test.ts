import { patchDocument, withRoutinesRead } from './appDocument';
import { mendDefinition } from '@/core/edit';
import type { Definition } from '@/core/model';
import { theatre } from '@/demo';

const { definition } = theatre(4);
const formerStep = { id: 's', kind: 'refresh', record: ':this', codeId: 't3-02', columnIds: ['t3-01'] };
const routine = (step: object) => ({ id: 'ask', name: 'Ask', tableId: 't3', steps: [step] });
const kindsIn = ({ routines = [] }: Definition) => routines.flatMap(({ steps }) => steps.map(({ kind }) => kind));

test('a step that was stored under its former name is read as what it is called today, and that is no fault', () => {
  const read = mendDefinition({ ...definition, routines: [...(definition.routines ?? []), routine(formerStep)] });
  expect(read?.mends).toEqual([]);
  expect(read && kindsIn(read.definition).at(-1)).toBe('lookUp');
});

test('so is one that an entry of the history brings back', () => {
  const document = { definition: { ...definition, routines: [] }, starting: null, releases: null, upgrade: null };
  const patches = [{ op: 'add' as const, path: ['definition', 'routines', 0], value: routine(formerStep) }];
  const patched = patchDocument(document, patches);
  expect(kindsIn(withRoutinesRead(document, patched).definition)).toEqual(['lookUp']);
  // What the entry does not touch stays the very same.
  expect(withRoutinesRead(document, patched).definition.tables).toBe(definition.tables);
  expect(withRoutinesRead(document, document).definition.routines).toBe(document.definition.routines);
});
