// The programs of the project that run on Node without Next.js, bundled from their TypeScript where it has changed.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { buildSync } from 'esbuild'
import { fingerprint } from './fingerprint.mjs'
import { tied } from './processes.mjs'
import { ROOT } from './root.mjs'

/** Every program; a worker that another program starts is one as well. */
const PROGRAMS = [
  'cli/main.ts',
  'demo/seed.ts',
  'src/server/contents/main.ts',
  'src/server/database/migrate.ts',
  'src/server/reading/reader/main.ts',
  'src/server/reading/runner.ts',
  'src/server/making/maker/main.ts',
  'src/server/making/runner.ts',
  'src/server/web/main.ts',
  'tests/bench/main.ts',
  'tests/bench/read-page.ts',
  'tests/corpus/main.ts',
  'tests/faults/main.ts',
  'tests/scale/main.ts',
  'tests/shots/main.ts',
  'training/walls.ts',
]
const BUILDS = join(ROOT, '.build')
const DAY_MS = 86_400_000

/** @returns the folder of the bundles, made now if the sources have changed */
export function builtPrograms() {
  const folder = join(
    BUILDS,
    fingerprint(['src/core', 'src/server', 'cli', 'demo', 'tests', 'training'], ['package-lock.json', 'tsconfig.json']),
  )
  if (existsSync(folder)) return folder
  mkdirSync(BUILDS, { recursive: true })
  for (const old of readdirSync(BUILDS).map((name) => join(BUILDS, name)))
    if (Date.now() - statSync(old).mtimeMs > DAY_MS) rmSync(old, { recursive: true, force: true })
  // Made beside its place: two terminals may build at once, and neither may run what is half written.
  const making = `${folder}.${process.pid}`
  buildSync({
    absWorkingDir: ROOT,
    entryPoints: PROGRAMS,
    outbase: '.',
    outdir: making,
    bundle: true,
    // Keeps what is imported on demand apart, and in its order.
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    packages: 'external',
    logLevel: 'error',
  })
  try {
    renameSync(making, folder)
  } catch (error) {
    if (!existsSync(folder)) throw error
    rmSync(making, { recursive: true })
  }
  return folder
}

/**
 * Starts a program, named by its source from the project's folder: `cli/main.ts`.
 * Short-lived objects get room in its memory: reading a page makes millions.
 */
export function runProgram(source, args = [], { env = {}, ...options } = {}) {
  const file = join(builtPrograms(), source.replace(/\.ts$/, '.js'))
  const [program, ...words] = tied([process.execPath, '--max-semi-space-size=32', file, ...args])
  return spawn(program, words, {
    stdio: 'inherit',
    ...options,
    env: { ...process.env, ...env },
  })
}
