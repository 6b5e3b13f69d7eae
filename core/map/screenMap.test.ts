import { applyEdit } from '@/core/edit';
import { theatre } from '@/demo';
import { overlaps } from '@/test/overlap';
import type { Box } from './planMap';
import { arrowPath, curvePath, screenMap } from './index';

describe('the map of screens', () => {
  const { definition } = theatre(5);
  it('shows every screen and every way once, none on top of another, all inside', () => {
    const map = screenMap(definition);
    expect(map.screens).toHaveLength(definition.screens?.list.length ?? 0);
    expect(overlaps(map.screens)).toEqual([]);
    expect(
      map.screens.every(
        ({ x, y, width, height }) => x >= 0 && y >= 0 && x + width <= map.width && y + height <= map.height,
      ),
    ).toBe(true);
    expect(new Set(map.ways.map(({ from, to }) => `${from} ${to}`)).size).toBe(map.ways.length);
    expect(map.ways.find(({ from, to }) => from === 'list-t3' && to === 'form-t3')?.by).toEqual(['Add', 'Edit']);
    expect(map.screens.filter(({ isStart }) => isStart).map(({ id }) => id)).toEqual(['start']);
  });

  it('puts the screens of a table together, no group on another', () => {
    const { groups, screens, width, height } = screenMap(definition);
    expect(groups.map(({ name }) => name)).toContain('The whole app');
    const isWithin = (inner: Box, outer: Box) =>
      inner.x >= outer.x &&
      inner.y >= outer.y &&
      inner.x + inner.width <= outer.x + outer.width &&
      inner.y + inner.height <= outer.y + outer.height;
    for (const group of groups) expect(isWithin(group, { x: 0, y: 0, width, height })).toBe(true);
    for (const screen of screens) expect(groups.filter((group) => isWithin(screen, group))).toHaveLength(1);
    expect(overlaps(groups)).toEqual([]);
  });

  it('folds forms into their records unless they are asked for: their ways lead there, and say so', () => {
    const map = screenMap(definition, { withForms: false });
    expect(map.screens.filter(({ kind }) => kind === 'form')).toEqual([]);
    expect(map.screens.find(({ id }) => id === 'record-t3')?.forms).toEqual(['form-t3']);
    const way = map.ways.find(({ from, to }) => from === 'list-t3' && to === 'record-t3');
    const form = definition.screens?.list.find(({ id }) => id === 'form-t3')?.name;
    expect(way?.by).toEqual(expect.arrayContaining(['tap a row', `Add, in ${form}`]));
    const ids = new Set(map.screens.map(({ id }) => id));
    expect(map.ways.filter(({ from, to }) => from === to || !ids.has(from) || !ids.has(to))).toEqual([]);
    // What nobody comes to stays to be seen.
    const lost = applyEdit(definition, {
      kind: 'addScreen',
      screen: { kind: 'form', id: 'lost', name: 'Lost form', tableId: 't3' },
    }).definition;
    expect(screenMap(lost, { withForms: false }).screens.find(({ id }) => id === 'lost')?.isLost).toBe(true);
  });

  it('draws a way from the side that faces the other screen', () => {
    const { ways, screens } = screenMap(definition);
    for (const { from, to, curve } of ways) {
      const [one, other] = [from, to].map((id) => screens.find((screen) => screen.id === id));
      if (!one || !other) throw new Error('no such screen');
      expect([one.x, one.x + one.width]).toContain(curve[0]?.x);
      expect([other.x, other.x + other.width]).toContain(curve[3]?.x);
    }
    expect(curvePath(ways[0]?.curve ?? [])).toMatch(/^M [\d.]+ [\d.]+ C [-\d. ,]+$/);
    expect(curvePath([])).toBe('');
  });

  it('marks what nobody can come to', () => {
    const lost = applyEdit(definition, {
      kind: 'addScreen',
      screen: { kind: 'settings', id: 'lost', name: 'Lost' },
    }).definition;
    expect(
      screenMap(lost)
        .screens.filter(({ isLost }) => isLost)
        .map(({ id }) => id),
    ).toEqual(['lost']);
  });

  it('ends each way in an arrow', () => {
    expect(
      arrowPath([
        { x: 0, y: 0 },
        { x: 100, y: 0 },
      ]),
    ).toBe('M 91.9 -3.9 L 100 0 L 91.9 3.9');
    expect(arrowPath([])).toBe('');
  });
});
