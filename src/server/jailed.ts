import { type ChildProcess, spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { jailFor } from './jail'

/** Beyond what it is given, so that a process ends by its own measure and only a runaway by the jail's. */
const JAIL_MEMORY_FACTOR = 1.5

/**
 * Starts one of our programs in the jail and waits until it says its first word.
 * @param script the bundle of the program
 * @param patient whether it only gets the time that others leave
 * @param root the project's folder
 * @throws Error where it ends before that
 */
export async function startJailed(
  script: string,
  memoryMb: number,
  patient = false,
  root = process.cwd(),
): Promise<ChildProcess> {
  const command = jailFor(root).command(script, Math.ceil(memoryMb * JAIL_MEMORY_FACTOR))
  const [program, ...args] = patient ? ['nice', '-n', '19', ...command] : command
  const child = spawn(program!, args, {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    serialization: 'advanced',
  })
  child.on('error', () => undefined)
  await new Promise<void>((resolve, reject) => {
    const early = () => reject(new Error('A process in the jail ended before it began.'))
    child.once('exit', early)
    child.once('message', () => {
      child.off('exit', early)
      resolve()
    })
  })
  return child
}

/** Memory of a process and of all that it started, in MB; 0 where the system does not tell. */
export function residentMb(pid: number | undefined): number {
  try {
    const own = Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) / 256
    const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').split(' ').filter(Boolean)
    return children.reduce((sum, child) => sum + residentMb(Number(child)), own)
  } catch {
    return 0
  }
}

/** 128 and the number of SIGKILL: what a jail ends with whose program was killed. */
const KILLED = 137

/**
 * Whether a process in the jail was killed from outside, rather than ended by itself for want of memory.
 * @param code and @param signal as an `exit` tells them
 */
export const wasKilled = (code: number | null, signal: string | null): boolean =>
  signal === 'SIGKILL' || code === KILLED || (code === null && signal === null)
