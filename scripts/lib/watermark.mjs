// How far the database had come, noted beside it: so that one that was put back from a copy is known by it.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { rowsOf } from './ask-database.mjs'
import { writeWhole } from './files.mjs'

const NOTE_EVERY_MS = 5000

/**
 * A database that is behind what was noted of it, or is another one, was put back: then every project begins another
 * history, and windows that know the former one are told.
 * @param url as superuser
 * @returns whether it was put back
 */
export async function wasPutBack(home, url) {
  const noted = readNote(home)
  const now = await placeOf(url)
  if (!noted || !now) return false
  return noted.system !== now.system || lsn(now.flushed) < lsn(noted.flushed)
}

/** Notes from now on how far the database has come. @returns what ends that, after a last note */
export function keepNoting(home, url) {
  const note = async () => {
    const now = await placeOf(url)
    if (now) writeWhole(fileIn(home), JSON.stringify(now))
  }
  const timer = setInterval(() => void note().catch(() => undefined), NOTE_EVERY_MS)
  timer.unref()
  return async () => {
    clearInterval(timer)
    await note().catch(() => undefined)
  }
}

const fileIn = (home) => join(home, 'watermark.json')

function readNote(home) {
  try {
    return JSON.parse(readFileSync(fileIn(home), 'utf8'))
  } catch {
    return null
  }
}

/** What names the cluster, and how far its log is on the disk. */
async function placeOf(url) {
  const rows = await rowsOf(
    url,
    'select system_identifier::text as system, pg_current_wal_flush_lsn()::text as flushed from pg_control_system()',
  )
  return rows?.[0] ?? null
}

/** A place in the log, `16/B374D848`, as a number. */
const lsn = (text) => {
  const [high, low] = text.split('/').map((part) => BigInt(`0x${part}`))
  return (high << 32n) + low
}
