/** The arrows of docs/architecture.md, checked: the core knows no shell, each room is entered by its index. */
const ROOMS = [
  ...[
    'base',
    'merge',
    'picture',
    'numbers',
    'nesting',
    'catalogue',
    'workshop',
    'lists',
    'tape',
    'outline',
    'arrange',
    'hooping',
    'stop-order',
    'bobbins',
    'price',
    'schedule',
    'reading',
    'grammar',
  ],
  ...[
    'techniques',
    'build',
    'hoop',
    'thing',
    'stock',
    'score',
    'time',
    'thread',
    'order',
    'cut',
    'template',
    'plan',
    'reorder',
    'demand',
    'check',
  ],
  ...['pdf', 'machine', 'run', 'together', 'log', 'calibration', 'rehearsal', 'exchange', 'backup'],
];
/** A room of the core knows only those before it. */
const BACKWARDS = ROOMS.map((room, i) => ({
  name: `${room}-knows-what-is-before-it`,
  severity: 'error',
  from: { path: `^src/lib/core/${room}/` },
  to: { path: '^src/lib/core/', pathNot: `^src/lib/core/(${ROOMS.slice(0, i + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'core imports nothing of the shell: no store, worker, server, interface, route, framework',
      severity: 'error',
      from: { path: '^src/lib/core' },
      to: {
        path: '^src/(lib/(store|workers|server|ui|demo)|routes)|node_modules/(svelte|dexie|@sveltejs|comlink|chart)|\\$app',
      },
    },
    {
      name: 'rooms-by-their-door',
      comment: 'import another core room through its index, not its files',
      severity: 'error',
      from: { path: '^src/lib/core/([^/]+)/' },
      to: { path: '^src/lib/core/([^/]+)/(?!index\\.ts$)', pathNot: '^src/lib/core/$1/' },
    },
    {
      name: 'shell-by-the-door',
      comment: 'the shell enters core rooms by their index',
      severity: 'error',
      from: { path: '^src/(?!lib/core)' },
      to: { path: '^src/lib/core/[^/]+/(?!index\\.ts$)' },
    },
    ...BACKWARDS,
    {
      name: 'only-store-knows-dexie',
      severity: 'error',
      from: { path: '^src', pathNot: '^src/lib/store' },
      to: { path: 'node_modules/dexie' },
    },
    {
      name: 'server-stays-on-the-server',
      severity: 'error',
      from: { path: '^src/lib/(ui|store|workers|demo)' },
      to: { path: '^src/lib/server' },
    },
    {
      name: 'no-orphans',
      severity: 'error',
      from: { orphan: true, pathNot: '(app\\.d\\.ts|\\+[a-z]+\\.ts|hooks\\.server\\.ts|app\\.css)$' },
      to: {},
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.svelte', '.js'],
      conditionNames: ['svelte', 'browser', 'import', 'types', 'default'],
      exportsFields: ['exports'],
    },
    webpackConfig: { fileName: './.dependency-cruiser.webpack.cjs' },
  },
};
