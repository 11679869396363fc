// Everything that must hold, from a fresh clone: `npm test`. Closes with one line, `N passed, N failed`.
import { spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureDebian, OBJECT_STORE_PACKAGES } from './lib/debian.mjs'
import { ensurePackages } from './lib/packages.mjs'
import { ROOT } from './lib/root.mjs'

ensurePackages(ROOT)
ensureDebian(
  'postgresql',
  'bubblewrap',
  'chromium',
  'poppler-utils',
  'python3-ezdxf',
  'python3-openpyxl',
  'ghostscript',
  'librsvg2-bin',
  'qpdf',
  'libopenjp2-tools',
  'libifcplusplus-dev',
  'occt-draw',
  'haproxy',
  'prometheus',
  'redis-server',
  ...OBJECT_STORE_PACKAGES,
)

const home = join(ROOT, '.calque', 'test')
const results = join(home, 'results')
rmSync(home, { recursive: true, force: true })
mkdirSync(results, { recursive: true })

let passed = 0
let failed = 0
const count = (good, bad) => {
  passed += good
  failed += bad
}
const tool = (name) => join(ROOT, 'node_modules', '.bin', name)
const run = (name, args, env = {}) => {
  console.log(`\n— ${name} ${args.join(' ')}`)
  return spawnSync(tool(name), args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } }).status === 0
}
const check = (name, ...args) => (run(name, args) ? count(1, 0) : count(0, 1))
/** Takes the counts of a runner's own report; a runner that wrote none has failed as a whole. */
const takeReport = (file, read) => {
  try {
    count(...read(JSON.parse(readFileSync(join(results, file), 'utf8'))))
  } catch {
    count(0, 1)
  }
}

const { ensureBuilt } = await import('./lib/build.mjs')
ensureBuilt()
check('biome', 'check', '.')
check('tsc', '--noEmit')
// The core by itself, without the types of a browser or of Node.
check('tsc', '--noEmit', '-p', 'src/core')
check('knip', '--no-progress')

run('vitest', ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${join(results, 'unit.json')}`])
takeReport('unit.json', (report) => [
  report.numPassedTests,
  report.numFailedTests +
    report.testResults.filter(({ status, assertionResults }) => status === 'failed' && assertionResults.length === 0)
      .length,
])

const { withStack } = await import('./lib/stack.mjs')
const { freePort } = await import('./lib/postgres.mjs')
await withStack({ home, port: await freePort(4780) }, async ({ address, databaseUrl }) => {
  for (const project of ['together', 'alone']) {
    run('playwright', ['test', `--project=${project}`], {
      CALQUE_ADDRESS: address,
      CALQUE_DATABASE_URL: databaseUrl,
      PLAYWRIGHT_JSON_OUTPUT_NAME: join(results, `e2e-${project}.json`),
    })
    takeReport(`e2e-${project}.json`, ({ stats }) => [stats.expected + stats.flaky, stats.unexpected])
  }
})
console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
