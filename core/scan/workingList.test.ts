import fc from 'fast-check';
import { counted, type Held, heldFrom, holds, NOTHING_HELD, toggled, withItems, withoutItem } from '@/core/scan';

const item = (id: number) => ({ code: '', tableId: id > 3 ? 'hats' : 'coats', id: id % 4, name: `No ${id}` });
const ids = fc.integer({ min: 0, max: 7 });
type Step =
  { do: 'add' | 'again' | 'drop' | 'toggle' | 'save' | 'undo'; id: number } | { do: 'count'; id: number; to: number };
const steps: fc.Arbitrary<Step[]> = fc.array(
  fc.oneof(
    fc.record({ do: fc.constantFrom('add', 'again', 'drop', 'toggle', 'save', 'undo'), id: ids }),
    fc.record({ do: fc.constant('count' as const), id: ids, to: fc.integer({ min: -2, max: 9 }) }),
  ),
  { maxLength: 40 },
);

function step(held: Held, each: Step): Held {
  switch (each.do) {
    case 'add':
      return withItems(held, [item(each.id)], 'count');
    case 'again':
      return withItems(held, [item(each.id), item(each.id)], 'ignore');
    case 'drop':
      return withoutItem(held, item(each.id));
    case 'toggle':
      return toggled(held, item(each.id));
    case 'count':
      return counted(held, item(each.id), each.to);
    case 'save':
      return { ...held, saved: true };
    case 'undo':
      return { ...held, saved: false };
  }
}

/** The same by a plain table of how often each is there. */
function plainStep(counts: Map<number, number>, saved: boolean, each: Step): boolean {
  const begin = () => void (saved && counts.clear());
  switch (each.do) {
    case 'add':
      begin();
      counts.set(each.id, (counts.get(each.id) ?? 0) + 1);
      return false;
    case 'again':
      begin();
      counts.set(each.id, counts.get(each.id) ?? 1);
      return false;
    case 'drop':
      counts.delete(each.id);
      return saved;
    case 'toggle':
      if (!saved && counts.delete(each.id)) return false;
      begin();
      counts.set(each.id, counts.get(each.id) ?? 1);
      return false;
    case 'count':
      if (counts.has(each.id)) counts.set(each.id, Math.max(1, each.to));
      return saved;
    default:
      return each.do === 'save';
  }
}

test('a working list counts as a plain table does, has nothing twice, and comes back from text as it was', () => {
  fc.assert(
    fc.property(steps, (all) => {
      let held = NOTHING_HELD;
      let saved = false;
      const counts = new Map<number, number>();
      for (const each of all) {
        held = step(held, each);
        saved = plainStep(counts, saved, each);
        expect(held.saved).toBe(saved);
        expect(new Map(held.items.map(({ name, count }) => [Number(name.slice(3)), count]))).toEqual(counts);
        expect(held.items).toHaveLength(counts.size);
        expect(heldFrom(JSON.stringify(held))).toEqual(held);
      }
    }),
  );
});

test('what was put there last stands first', () => {
  const held = withItems(NOTHING_HELD, [item(1), item(2), item(5)], 'ignore');
  expect(withItems(held, [item(1)], 'count').items.map(({ name }) => name)).toEqual(['No 1', 'No 5', 'No 2']);
  expect(withItems(held, [item(1)], 'ignore').items.map(({ name }) => name)).toEqual(['No 5', 'No 2', 'No 1']);
  expect(holds(held, item(5))).toBe(true);
  expect(holds(held, { tableId: 'coats', id: 5 })).toBe(false);
});

test('a text that is no list is nothing', () => {
  for (const text of [null, '', '{', '{"items":[{"id":1}],"saved":false}', '[]', '{"items":[],"saved":1}'])
    expect(heldFrom(text)).toEqual(NOTHING_HELD);
});
