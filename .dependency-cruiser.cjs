/** Arrows point down: web → core, server → core, cli → core; inside the core each folder names those it stands on. */
const STANDS_ON = {
  units: [],
  text: [],
  cautions: [],
  calendar: [],
  geometry: ['units'],
  parts: ['geometry', 'units'],
  build: ['parts', 'text', 'units'],
  layout: ['build', 'parts', 'geometry', 'units'],
  circuit: ['layout', 'build', 'parts', 'geometry', 'units'],
  finish: ['layout', 'cautions', 'build', 'parts', 'geometry', 'units'],
  setup: ['layout', 'build', 'parts', 'units'],
  drill: ['finish', 'layout', 'build', 'parts', 'geometry', 'units'],
  // Circuit and body together: how wires get from one to another.
  ways: ['circuit', 'drill', 'layout', 'build', 'parts', 'geometry', 'units'],
  shelf: ['layout', 'build', 'parts', 'geometry', 'text', 'units'],
  cost: ['build', 'parts', 'text'],
  fit: ['ways', 'circuit', 'drill', 'finish', 'layout', 'cautions', 'build', 'parts', 'geometry', 'units'],
  match: ['fit', 'build', 'parts', 'units'],
  plan: [
    'fit',
    'ways',
    'drill',
    'finish',
    'setup',
    'circuit',
    'cost',
    'layout',
    'calendar',
    'cautions',
    'build',
    'parts',
    'units',
  ],
  sound: ['circuit', 'setup', 'layout', 'build'],
  print: ['ways', 'circuit', 'drill', 'layout', 'build', 'geometry', 'units'],
  trace: ['fit', 'drill', 'layout', 'build', 'parts', 'units'],
  facts: ['plan', 'fit', 'ways', 'drill', 'finish', 'setup', 'circuit', 'cost', 'layout', 'calendar', 'build', 'units'],
  // A build begun or described is a build like any other: no engine knows how it came.
  start: ['circuit', 'layout', 'setup', 'build', 'parts', 'geometry', 'text', 'units'],
  leaflet: ['shelf', 'build', 'parts', 'text', 'units'],
}
const folders = Object.keys(STANDS_ON)
const layers = [
  ...folders.map(name => ({
    name: `core-${name}-stands-on-what-it-names`,
    severity: 'error',
    from: { path: `^src/core/${name}/`, pathNot: '\\.test\\.ts$' },
    to: { path: '^src/core/', pathNot: `^src/core/(${[name, ...STANDS_ON[name]].join('|')})/` },
  })),
  {
    name: 'every-folder-of-the-core-has-its-place',
    severity: 'error',
    comment: 'a new folder gets a line in STANDS_ON',
    from: { path: '^src/core/', pathNot: `^src/core/(${folders.join('|')})/|\\.test\\.ts$` },
    to: {},
  },
]

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'core-knows-nobody',
      severity: 'error',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/(web|server|cli)' },
    },
    {
      name: 'core-without-node',
      severity: 'error',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-without-interface-or-database',
      severity: 'error',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
      to: { path: 'node_modules/(react|react-dom|zustand|express|drizzle-orm|@electric-sql)/' },
    },
    {
      name: 'web-apart-from-server',
      severity: 'error',
      from: { path: '^src/web' },
      to: { path: '^src/(server|cli)' },
    },
    {
      name: 'server-apart-from-web',
      severity: 'error',
      from: { path: '^src/(server|cli)' },
      to: { path: '^src/web' },
    },
    {
      name: 'one-file-opens-the-database',
      severity: 'error',
      from: { path: '^src/server', pathNot: '^src/server/db/openDatabase\\.ts$|\\.test\\.ts$' },
      to: { path: 'node_modules/(@electric-sql|pg)/' },
    },
    ...layers,
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'] },
  },
}
