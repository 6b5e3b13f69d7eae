/** The borders between folders: which may know which, and that no import goes in a circle, of types neither. */
const folders = {
  worker: ['core', 'demo'],
  kit: ['core'],
  ui: [],
  studio: ['core', 'kit', 'worker', 'ui'],
  app: ['studio', 'ui'],
  demo: ['core'],
  server: ['core'],
  core: [],
};
const tests = '\\.test\\.tsx?$';
/** The rooms of core that a finished app takes along, and those with a part in making it, which stay here. */
const carried = [
  ...['barcode', 'calendar', 'column', 'compiled', 'driver', 'format', 'memo', 'people', 'print', 'problem'],
  ...['runtime', 'scan', 'settings', 'sql', 'unit'],
];
const making = [
  ...[
    'check',
    'compile',
    'edit',
    'engine',
    'expression',
    'fault',
    'map',
    'plan',
    'project',
    'release',
    'schema',
    'store',
    'transfer',
  ],
];

module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    ...Object.entries(folders).map(([folder, may]) => ({
      name: `${folder}-knows`,
      comment: `${folder} knows ${may.join(', ') || 'nothing outside itself'}.`,
      severity: 'error',
      from: { path: `^${folder}/`, pathNot: tests },
      to: {
        path: Object.keys(folders)
          .filter((other) => other !== folder && !may.includes(other))
          .map((other) => `^${other}/`),
      },
    })),
    {
      name: 'carried-knows',
      comment: 'What a finished app takes along knows neither the plan nor what compiles it.',
      severity: 'error',
      from: { path: `^(kit|core/(${carried.join('|')}))/`, pathNot: tests },
      to: { path: `^core/(${making.join('|')})/` },
    },
    {
      name: 'page-knows-no-project',
      comment: 'What makes a project is heavy: it comes with its own worker.',
      severity: 'error',
      from: { path: '^(app|studio|kit|ui|worker)/', pathNot: [tests, '^worker/projectWorker\\.ts$'] },
      to: { path: '^core/project/' },
    },
    {
      name: 'core-outside',
      comment: 'core knows no interface and no platform.',
      severity: 'error',
      from: { path: '^core/', pathNot: tests },
      to: {
        path: '^(node_modules/)?(react|react-native|react-.*|expo.*|nativewind|@tanstack|express)/',
        dependencyTypesNot: ['local'],
      },
    },
    {
      name: 'core-platform',
      comment: 'core knows no interface and no platform.',
      severity: 'error',
      from: { path: '^core/', pathNot: tests },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'by-index-of-core',
      comment: 'A room of core is entered by its index.ts.',
      severity: 'error',
      from: { path: '^core/([^/]+)/', pathNot: tests },
      to: { path: '^core/([^/]+)/', pathNot: ['^core/$1/', '^core/[^/]+/index\\.ts$'] },
    },
    {
      name: 'by-index',
      comment: 'A folder is entered by its index.ts.',
      severity: 'error',
      from: { path: '^(?!core/)([^/]+)/', pathNot: [tests, '^(test|template)/'] },
      to: {
        path: '^(core/[^/]+|kit|studio|ui|worker|demo)/',
        pathNot: ['^$1/', '^(core/[^/]+|kit|studio|ui|worker|demo)/index\\.tsx?$', '\\.css$'],
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(node_modules|dist|public|test-results|\\.expo)/' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.web.tsx', '.js', '.json'] },
  },
};
