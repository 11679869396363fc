// Processes that are started together and end together.
import { existsSync, readFileSync } from 'node:fs'

const SETPRIV = '/usr/bin/setpriv'

/** Waits for a child to end. @returns its exit status */
export const ended = (child) =>
  new Promise((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) resolve(child.exitCode ?? 1)
    else child.on('exit', (status) => resolve(status ?? 1))
  })

/**
 * A command that ends with whoever started it, also where that one is killed.
 * @param {readonly string[]} command
 * @param {string} signal sent to it then
 */
export function tied(command, signal = 'TERM') {
  return existsSync(SETPRIV) ? [SETPRIV, '--pdeathsig', signal, ...command] : [...command]
}

/** What proc(5) says of a process behind its name, which may hold anything: from the third field on. Null where there is none. */
function statOf(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')
  } catch {
    return null
  }
}

/** Something by which a process is known again: numbers of processes are given out anew. Null where there is none. */
export function processMark(pid) {
  const fields = statOf(pid)
  // When it was started, the 22nd field.
  return fields === null || fields[0] === 'Z' ? null : `${pid}:${fields[19]}`
}

/** A hundredth of a second, in which Linux counts (USER_HZ, time(7)). */
const MS_PER_TICK = 10

/** Time of processors that a process took so far, in milliseconds; 0 of one that is gone. */
export function processorMs(pid) {
  const fields = statOf(pid)
  return fields === null ? 0 : (Number(fields[11]) + Number(fields[12])) * MS_PER_TICK
}

/** The processes that one has started; none of one that is gone. */
export function childrenOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').split(' ').filter(Boolean).map(Number)
  } catch {
    return []
  }
}

/** Sends a signal to a process with all that it started: each part has a process group of its own. */
export function signalGroup(pid, signal) {
  try {
    process.kill(-pid, signal)
  } catch {
    try {
      process.kill(pid, signal)
    } catch {
      // Gone already.
    }
  }
}
