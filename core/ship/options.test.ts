import { ProjectOptions } from '@/core/model';
import { compileApp } from '@/core/compile';
import { demos } from '@/demo';
import { camelCase, kebabCase, optionFault, permissionsOf, projectOptions } from '.';

test.each(['Lantern Lane Playhouse', 'مرحبا', '123', 'A', 'x'.repeat(80)])(
  'what %s is called at first is right',
  (name) => {
    expect(ProjectOptions.safeParse(projectOptions({ name })).error).toBeUndefined();
  },
);

test('each fault is told of its own field', () => {
  expect(optionFault('name', ' ')).toBe('An app has a name.');
  expect(optionFault('androidPackage', 'store')).toMatch(/Two or more words/);
  expect(optionFault('iosBundle', 'a..b')).toMatch(/Two or more words/);
  expect(optionFault('version', '1.0')).toMatch(/Three numbers/);
  expect(optionFault('version', '1.0.0')).toBeNull();
});

test('an app asks for the camera where it reads codes or takes pictures, and for nothing that it does not do', () => {
  const [camera, ...others] = permissionsOf(compileApp(demos.theatre().definition));
  expect(others).toEqual([]);
  expect(camera).toMatchObject({ name: 'camera', why: 'The camera is used to read codes and to take pictures.' });
  expect(camera?.screens).toEqual(expect.arrayContaining(['Find by tag', 'Garment form', 'Stock-take']));
  expect(camera?.screens).not.toContain('Garments');

  const apiary = compileApp(demos.apiary().definition);
  const plain = apiary.screens.filter(({ kind }) => kind === 'list' || kind === 'settings');
  expect(permissionsOf({ screens: plain })).toEqual([]);
});

test('names of code and of paths', () => {
  expect(['Kept at', 'Éclair au café', '2nd hand', 'new'].map((text) => camelCase(text, 'column'))).toEqual([
    'keptAt',
    'eclairAuCafe',
    'column2ndHand',
    'newColumn',
  ]);
  expect(['Kept at', 'مرحبا', '--'].map((text) => kebabCase(text, 'it'))).toEqual(['kept-at', 'it', 'it']);
});
