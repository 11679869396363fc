// What runs in a folder: so that a second start says so, and one that was killed leaves nothing in the way.
import { linkSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { writeWhole } from './files.mjs'
import { processMark, signalGroup } from './processes.mjs'
import { fail } from './say.mjs'

/**
 * Takes the folder for this process. Ends with a sentence where another one runs there; ends what one that is gone left.
 * @returns how to write down a part that was started, and how to give the folder back
 */
export async function takeFolder(home, address) {
  const file = join(home, 'running.json')
  const note = { by: processMark(process.pid), address, parts: {} }
  const own = `${file}.${process.pid}`
  writeFileSync(own, JSON.stringify(note))
  try {
    for (;;) {
      try {
        linkSync(own, file)
        break
      } catch (error) {
        if (error.code !== 'EEXIST') throw error
        await clearAfter(file)
      }
    }
  } finally {
    rmSync(own, { force: true })
  }
  return {
    note(name, pid) {
      note.parts[name] = processMark(pid)
      writeWhole(file, JSON.stringify(note))
    },
    giveBack: () => rmSync(file, { force: true }),
  }
}

async function clearAfter(file) {
  const left = readNote(file)
  const pidOf = (mark) => Number(String(mark).split(':')[0])
  const lives = (mark) => mark && processMark(pidOf(mark)) === mark
  if (lives(left.by))
    fail(
      `Calque runs in this folder already, at ${left.address} (process ${pidOf(left.by)}). Open that, or stop it there with Ctrl-C before you start again.`,
    )
  const parts = Object.values(left.parts ?? {}).filter(lives)
  if (parts.length > 0) console.log('Ending what an earlier start left behind …')
  for (const mark of parts) signalGroup(pidOf(mark), 'SIGINT')
  for (let tries = 0; tries < 50 && parts.some(lives); tries++) await sleep(100)
  for (const mark of parts.filter(lives)) signalGroup(pidOf(mark), 'SIGKILL')
  rmSync(file, { force: true })
}

function readNote(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'))
  } catch {
    return {}
  }
}
