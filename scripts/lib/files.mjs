// Small files that must be whole or not be there.
import { renameSync, writeFileSync } from 'node:fs'

/** Writes a file beside its place and moves it there: what breaks off leaves the former one. */
export function writeWhole(path, text) {
  const making = `${path}.${process.pid}.making`
  writeFileSync(making, text, { mode: 0o600, flush: true })
  renameSync(making, path)
}
