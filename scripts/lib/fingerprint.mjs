import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './root.mjs'

/** A name for the present content of folders and files of the project; tests do not count. */
export function fingerprint(folders, files) {
  const sum = createHash('sha256')
  const take = (path) => sum.update(path).update(readFileSync(join(ROOT, path)))
  const walk = (folder) => {
    const entries = readdirSync(join(ROOT, folder), { withFileTypes: true })
    for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
      const path = join(folder, entry.name)
      if (entry.isDirectory()) walk(path)
      else if (!/\.test\.tsx?$/.test(entry.name)) take(path)
    }
  }
  folders.forEach(walk)
  files.forEach(take)
  return sum.digest('hex')
}
