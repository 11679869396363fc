/** Arrows between the layers point one way, types included; this file is where that is held. */
const TESTS = '\\.test\\.tsx?$'

const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  comment: `${from} may reach only ${allowed.join(', ')}`,
  // Tests may ask the layers above, and programs outside, to be their judges.
  from: { path: `^${from}/`, pathNot: TESTS },
  to: { path: '^(src|cli|demo|scripts|tests)/', pathNot: [from, ...allowed].map((folder) => `^${folder}/`) },
})

/** A room of the studio may reach the core, and these rooms. */
const room = (name, allowed) => ({
  name: `studio-${name.replaceAll('/', '-')}`,
  severity: 'error',
  comment: `${name} of the studio may reach only ${allowed.join(', ')}`,
  from: { path: `^src/studio/${name}/`, pathNot: TESTS },
  to: { path: '^src/studio/', pathNot: [name, ...allowed].map((each) => `^src/studio/${each}/`) },
})

module.exports = {
  forbidden: [
    only('core-stands-alone', 'src/core', []),
    only('workers-wrap-core', 'src/workers', ['src/core']),
    only('studio-speaks-http', 'src/studio', ['src/core', 'src/workers']),
    only('server-knows-core', 'src/server', ['src/core']),
    only('app-joins-them', 'src/app', ['src/core', 'src/studio', 'src/server']),
    only('cli-sits-on-server-and-core', 'cli', ['src/core', 'src/server']),
    only('demo-draws-and-seeds', 'demo', ['src/core', 'src/server']),
    room('kernel', []),
    room('ui', ['kernel']),
    room('painters', ['kernel', 'ui']),
    room('tooling', ['kernel', 'ui', 'painters']),
    room('state', ['kernel', 'ui', 'tooling']),
    room('board', ['kernel', 'ui', 'painters', 'tooling', 'state']),
    room('features', ['kernel', 'ui', 'painters', 'tooling', 'state', 'board']),
    {
      name: 'features-meet-at-their-doors',
      severity: 'error',
      comment: 'features meet through feature.tsx, and through the tokens in options.ts',
      from: { path: '^src/studio/features/([^/]+)/', pathNot: TESTS },
      to: {
        path: '^src/studio/features/[^/]+/',
        pathNot: ['^src/studio/features/$1/', '^src/studio/features/[^/]+/(feature\\.tsx|options\\.ts)$'],
      },
    },
    {
      name: 'tools-hold-no-store',
      severity: 'error',
      comment: 'a tool reads its context and answers with an outcome: no store is reached from it',
      from: { path: '^src/studio/features/[^/]+/tools/', pathNot: TESTS },
      to: { path: '^src/studio/(state|shell)/', reachable: true },
    },
    {
      name: 'no-store-in-kernel-and-ui',
      severity: 'error',
      from: { path: '^src/studio/(kernel|ui|tooling|painters)/', pathNot: TESTS },
      to: { path: '(^|node_modules/)zustand(/|$)' },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      comment:
        'core runs alike in the browser, a worker and the server: no interface, database, network or Node built-ins',
      from: { path: '^src/core/', pathNot: TESTS },
      to: {
        path: [
          '^(react|next|@mui|drizzle-orm|pg|pg-boss)(/|$)',
          'node_modules/(react|next|@mui|drizzle-orm|pg|pg-boss)/',
        ],
      },
    },
    {
      name: 'core-has-no-node',
      severity: 'error',
      from: { path: '^src/core/', pathNot: TESTS },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'no-circles',
      severity: 'error',
      comment: 'between files there are no circles, types included',
      from: {},
      to: { circular: true },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.(css|json)$' },
  },
}
