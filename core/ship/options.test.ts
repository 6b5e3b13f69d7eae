import { camelCase, kebabCase, optionFaults, projectOptions } from '.';

test.each(['Lantern Lane Playhouse', 'مرحبا', '123', '', 'x'.repeat(200)])(
  'what %s is called at first is right',
  (name) => {
    expect(optionFaults(projectOptions({ name: name || 'A' }))).toEqual({});
  },
);

test('each fault is told at its own field', () => {
  const faults = optionFaults({ name: ' ', androidPackage: 'store', iosBundle: 'a..b', version: '1.0' });
  expect(Object.keys(faults).sort()).toEqual(['androidPackage', 'iosBundle', 'name', 'version']);
  expect(faults.name).toBe('An app has a name.');
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
