import { lockedFor } from '.';

const locked = {
  '': { dependencies: { app: '1' } },
  'node_modules/app': { version: '1', dependencies: { shared: '2' }, optionalDependencies: { fast: '1' } },
  'node_modules/app/node_modules/shared': { version: '2', dependencies: { deep: '1' } },
  'node_modules/shared': { version: '1', dev: true },
  'node_modules/deep': {
    version: '1',
    peerDependencies: { peer: '1', maybe: '1' },
    peerDependenciesMeta: { maybe: { optional: true } },
  },
  'node_modules/peer': { version: '1', peer: true },
  'node_modules/maybe': { version: '1' },
  'node_modules/fast': { version: '1', optional: true, os: ['linux'] },
  'node_modules/tool': { version: '3', dependencies: { shared: '1', peer: '1' }, optionalDependencies: { fast: '1' } },
  'node_modules/ours': { version: '9', dev: true },
};

test('what a package stands on comes along from where it finds it, and nothing else', () => {
  expect(lockedFor(locked, ['app'], [])).toEqual({
    'node_modules/app': locked['node_modules/app'],
    'node_modules/app/node_modules/shared': locked['node_modules/app/node_modules/shared'],
    'node_modules/deep': locked['node_modules/deep'],
    'node_modules/fast': { version: '1', os: ['linux'], optional: true },
    'node_modules/peer': { version: '1' },
  });
});

test('what is for work alone is said to be so, whatever it is here', () => {
  const made = lockedFor(locked, ['app'], ['tool']) as Record<string, { dev?: boolean; optional?: boolean }>;
  expect(made['node_modules/tool']).toMatchObject({ dev: true });
  expect(made['node_modules/shared']).toMatchObject({ dev: true });
  expect(made['node_modules/peer']?.dev).toBeUndefined();
  expect(made['node_modules/fast']).toMatchObject({ optional: true });
});
