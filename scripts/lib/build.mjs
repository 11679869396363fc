// Builds the application where its sources changed since the last build.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fail } from './say.mjs'
import { ROOT } from './typescript.mjs'

/** What pdf.js reads on demand is served to browsers from our own address. */
const PDFJS_FOLDERS = ['cmaps', 'standard_fonts', 'wasm', 'iccs']

export function copyPdfjsAssets() {
  const target = join(ROOT, 'public', 'pdfjs')
  if (existsSync(target)) return
  mkdirSync(target, { recursive: true })
  for (const folder of PDFJS_FOLDERS)
    cpSync(join(ROOT, 'node_modules', 'pdfjs-dist', folder), join(target, folder), { recursive: true })
}

export function ensureBuilt() {
  copyPdfjsAssets()
  const marker = join(ROOT, '.next', 'calque-built')
  const wanted = fingerprint()
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

function fingerprint() {
  const sum = createHash('sha256')
  const take = (path) => sum.update(path).update(readFileSync(join(ROOT, path)))
  const walk = (folder) => {
    for (const entry of readdirSync(join(ROOT, folder), { withFileTypes: true }).sort((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const path = join(folder, entry.name)
      if (entry.isDirectory()) walk(path)
      else if (!/\.test\.tsx?$/.test(entry.name)) take(path)
    }
  }
  walk('src')
  for (const file of ['package-lock.json', 'next.config.ts', 'tsconfig.json']) take(file)
  return sum.digest('hex')
}
