// Installs npm packages where they are missing or older than the lock file.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fail } from './say.mjs'

/** @param {string} root the project's folder */
export function ensurePackages(root, { quiet = false } = {}) {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    fail(`Calque needs Node.js 20.19 or newer; this is ${process.versions.node}. Install a newer one and try again.`)
  const marker = join(root, 'node_modules', '.calque-installed')
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  if (existsSync(marker) && readFileSync(marker, 'utf8') === wanted) return
  if (!quiet) console.log('Installing npm packages (once; a minute or two) …')
  const { status } = spawnSync('npm', ['install', '--no-save', '--no-audit', '--no-fund'], {
    cwd: root,
    stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'inherit'],
  })
  if (status !== 0)
    fail(
      'npm could not install the packages. Look at its message above, see that the registry can be reached, and try again.',
    )
  writeFileSync(marker, wanted)
}
