import type { Theme } from '@/core/model';
import { iconColor, iconFiles } from '.';

const drawing = { symbols: { shirt: '<path d="M1 1h2"/>' }, accents: { wine: '134 38 68' } };
const iconOf = (theme: Partial<Theme>, name = 'Lantern Lane') =>
  iconFiles({ theme: { accent: 'wine', ...theme } as Theme, name }, drawing).find(({ path }) =>
    path.endsWith('/icon.png'),
  );

test('an icon has the app’s colour and its symbol', () => {
  expect(iconColor({ accent: 'wine' }, drawing)).toBe('#862644');
  const icon = iconOf({ icon: { kind: 'symbol', name: 'shirt' } });
  expect(icon).toMatchObject({ size: 1024 });
  expect(icon?.svg).toContain('fill="#862644"');
  expect(icon?.svg).toContain(drawing.symbols.shirt);
});

test('or its letters, whatever they are; without any the first of its name', () => {
  expect(iconOf({ icon: { kind: 'letters', text: '<&' } })?.svg).toContain('>&lt;&amp;</text>');
  expect(iconOf({}, ' tarn')?.svg).toContain('>T</text>');
});

test('what Android cuts to its shapes has no ground of its own', () => {
  const files = iconFiles({ theme: { accent: 'wine' }, name: 'T' }, drawing);
  expect(files.map(({ path }) => path)).toEqual([
    'assets/favicon.png',
    'assets/icon-foreground.png',
    'assets/icon.png',
  ]);
  expect(files[1]?.svg).not.toContain('<rect');
});
