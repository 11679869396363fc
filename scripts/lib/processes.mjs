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

/** Something by which a process is known again: numbers of processes are given out anew. Null where there is none. */
export function processMark(pid) {
  try {
    // The 22nd field of proc(5)'s stat, counted after the name, which may hold anything.
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ')
    return fields[0] === 'Z' ? null : `${pid}:${fields[19]}`
  } catch {
    return null
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
