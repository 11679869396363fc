/** Arrows between the layers point one way; this file is where that is held. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  comment: `${from} may reach only ${allowed.join(', ')}`,
  // Tests may ask the layers above, and programs outside, to be their judges.
  from: { path: `^${from}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^(src|cli|demo|scripts|tests)/', pathNot: [from, ...allowed].map((folder) => `^${folder}/`) },
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
    {
      name: 'core-is-pure',
      severity: 'error',
      comment:
        'core runs alike in the browser, a worker and the server: no interface, database, network or Node built-ins',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: {
        path: [
          '^(react|next|konva|@mui|drizzle-orm|pg|pg-boss)(/|$)',
          'node_modules/(react|next|konva|@mui|drizzle-orm|pg|pg-boss)/',
        ],
      },
    },
    {
      name: 'core-has-no-node',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.(css|json)$' },
  },
}
