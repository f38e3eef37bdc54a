/** Arrows point down: web → core, server → core, cli → core; inside the core from the engines to parts, geometry, units. */
const core = (name, from, to, comment) => ({
  name,
  severity: 'error',
  comment,
  from: { path: `^src/core/${from}`, pathNot: '\\.test\\.ts$' },
  to: { path: `^src/core/(${to})/` },
})

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
    core(
      'units-at-the-bottom',
      'units/',
      'geometry|parts|build|calendar|layout|fit|drill|circuit|finish|setup|plan',
      'units know nothing of the trade',
    ),
    core(
      'geometry-over-units',
      'geometry/',
      'parts|build|calendar|layout|fit|drill|circuit|finish|setup|plan',
      'geometry knows nothing of the trade',
    ),
    core(
      'parts-over-geometry',
      'parts/',
      'build|calendar|layout|fit|drill|circuit|finish|setup|plan',
      'parts know no build',
    ),
    core(
      'build-over-parts',
      'build/',
      'calendar|layout|fit|drill|circuit|finish|setup|plan',
      'the document knows no engine',
    ),
    core(
      'layout-over-build',
      'layout/',
      'fit|drill|circuit|finish|setup|plan',
      'layout is what the engines stand on',
    ),
    core(
      'engines-apart',
      '(drill|circuit|finish|setup|calendar)/',
      'fit|plan',
      'only plan and fit look at other engines',
    ),
    core(
      'ways-in-at-the-top',
      '(units|geometry|parts|build|calendar|layout|fit|match|cost|drill|circuit|finish|setup|plan|shelf)/',
      'start|leaflet',
      'a build begun or described is a build like any other: no engine knows how it came',
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'] },
  },
}
