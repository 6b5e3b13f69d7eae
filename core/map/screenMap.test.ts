import { applyEdit } from '@/core/edit';
import { theatre } from '@/demo';
import { arrowPath, screenMap } from './index';

describe('the map of screens', () => {
  const { definition } = theatre(5);
  it('shows every screen and every way once, none on top of another, all inside', () => {
    const map = screenMap(definition);
    expect(map.screens).toHaveLength(definition.screens?.list.length ?? 0);
    const overlaps = map.screens.flatMap((one, index) =>
      map.screens
        .slice(index + 1)
        .filter((other) => Math.abs(one.x - other.x) < one.width && Math.abs(one.y - other.y) < one.height),
    );
    expect(overlaps).toEqual([]);
    expect(
      map.screens.every(
        ({ x, y, width, height }) => x >= 0 && y >= 0 && x + width <= map.width && y + height <= map.height,
      ),
    ).toBe(true);
    expect(new Set(map.ways.map(({ from, to }) => `${from} ${to}`)).size).toBe(map.ways.length);
    expect(map.ways.find(({ from, to }) => from === 'list-t3' && to === 'form-t3')?.by).toEqual(['Add', 'Edit']);
    expect(map.screens.filter(({ isStart }) => isStart).map(({ id }) => id)).toEqual(['start']);
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
