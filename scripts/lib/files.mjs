// Small files that must be whole or not be there.
import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fail } from './say.mjs'

/** Writes a file beside its place and moves it there: what breaks off leaves the former one. */
export function writeWhole(path, text) {
  const making = `${path}.${process.pid}.making`
  writeFileSync(making, text, { mode: 0o600, flush: true })
  renameSync(making, path)
}

/** Makes a folder where there is none. Ends with a sentence where it can't be written to. */
export function ensureFolder(path) {
  try {
    mkdirSync(path, { recursive: true })
    const probe = join(path, `probe-${process.pid}`)
    writeWhole(probe, '')
    rmSync(probe, { force: true })
  } catch ({ code }) {
    fail(
      code === 'ENOSPC'
        ? `The disk on which ${path} lies is full. Free some space and start again; nothing was changed.`
        : `The folder ${path} can’t be written to (${code}). See that it belongs to you and that its disk is not read-only, then start again; nothing was changed.`,
    )
  }
}
