// Builds the application where its sources changed since the last build.
import { spawnSync } from 'node:child_process'
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fingerprint } from './fingerprint.mjs'
import { ROOT } from './root.mjs'
import { fail } from './say.mjs'

/** What pdf.js reads on demand is served to browsers from our own address. */
const PDFJS_FOLDERS = ['cmaps', 'standard_fonts', 'wasm', 'iccs']

/** The kernel of solids, for the worker that runs it. */
function copyKernel() {
  const target = join(ROOT, 'public', 'solid')
  if (existsSync(target)) return
  mkdirSync(target, { recursive: true })
  cpSync(
    join(ROOT, 'node_modules', 'replicad-opencascadejs', 'dist', 'replicad_single.wasm'),
    join(target, 'kernel.wasm'),
  )
}

function copyPdfjsAssets() {
  const target = join(ROOT, 'public', 'pdfjs')
  if (existsSync(target)) return
  mkdirSync(target, { recursive: true })
  for (const folder of PDFJS_FOLDERS)
    cpSync(join(ROOT, 'node_modules', 'pdfjs-dist', folder), join(target, folder), { recursive: true })
}

export function copyAssets() {
  copyPdfjsAssets()
  copyKernel()
}

export function ensureBuilt() {
  copyAssets()
  const marker = join(ROOT, '.next', 'calque-built')
  const wanted = fingerprint(['src'], ['package-lock.json', 'next.config.ts', 'tsconfig.json'])
  if (existsSync(marker) && readFileSync(marker, 'utf8') === wanted) return
  console.log('Building (after a change; about a minute) …')
  rmSync(marker, { force: true })
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [join(ROOT, 'node_modules/next/dist/bin/next'), 'build'],
    {
      cwd: ROOT,
      encoding: 'utf8',
      env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
    },
  )
  if (status !== 0) fail(`The application does not build:\n\n${stdout}\n${stderr}`)
  writeFileSync(marker, wanted)
}
