import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { childrenOf, processorMs } from '../../scripts/lib/processes.mjs'
import { askAt, audit, Editor, newProject, pause, quantile } from './editor'
import { filesRead, isBroughtIn } from './files'

/** What is killed, in turn. */
const VICTIMS = ['web', 'reader', 'readers', 'backend', 'postgres', 'makers'] as const
type Victim = (typeof VICTIMS)[number]

/** A Calque that is to be struck: where it answers, and the folder in which it says what runs. */
export interface Target {
  readonly address: string
  readonly home: string
}

export interface KillReport {
  readonly kills: number
  readonly acknowledged: number
  readonly lost: number
  readonly doubled: number
  readonly projects: number
  readonly replayed: number
  /** Longest time until everything was ready again, in seconds, by what was killed. */
  readonly backWithinSeconds: Readonly<Record<string, number>>
  /** Files that were brought in meanwhile, and how many of them came to an end. */
  readonly files: number
  readonly filesDone: number
}

/**
 * Kills one part after another while people edit and files are read, and looks afterwards whether anything is lost.
 * @param kills how many @param mostSeconds of the whole
 */
export async function kill(
  target: Target,
  kills: number,
  mostSeconds: number,
  file: { name: string; bytes: Uint8Array },
): Promise<KillReport> {
  const { address } = target
  const ask = askAt(address)
  const projects = await Promise.all(['one', 'two'].map((name) => newProject(ask, name)))
  const editors = Array.from({ length: 8 }, (_, i) => new Editor(ask, projects[i % 2]!, `e${i}`))
  const editing = editors.map((editor) => editor.edit(20))
  const back = new Map<Victim, number>()
  const ends = performance.now() + mostSeconds * 1000
  let killed = 0
  let files = 0
  while (killed < kills && performance.now() < ends) {
    const victim = VICTIMS[killed % VICTIMS.length]!
    if (killed % 10 === 0 && (await isBroughtIn(ask, projects[0]!, file.bytes, `${files}-${file.name}`))) files++
    if (!strike(target, victim)) {
      await pause(100)
      continue
    }
    killed++
    const began = performance.now()
    // It takes a moment until what was killed is not there.
    await pause(50)
    await ready(address)
    back.set(victim, Math.max(back.get(victim) ?? 0, (performance.now() - began) / 1000))
    await pause(100)
  }
  for (const editor of editors) editor.end()
  await Promise.all(editing)
  const filesDone = await filesRead(ask, projects[0]!, files)
  const audits = await Promise.all(
    projects.map((project, i) =>
      audit(
        ask,
        project,
        editors.filter((_, j) => j % 2 === i),
      ),
    ),
  )
  return {
    kills: killed,
    acknowledged: editors.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0),
    lost: audits.reduce((sum, { lost }) => sum + lost, 0),
    doubled: audits.reduce((sum, { doubled, gaps }) => sum + doubled + gaps, 0),
    projects: projects.length,
    replayed: audits.filter(({ replays }) => replays).length,
    backWithinSeconds: Object.fromEntries([...back].map(([victim, seconds]) => [victim, Number(seconds.toFixed(1))])),
    files,
    filesDone,
  }
}

/** @returns whether there was something to kill */
function strike(target: Target, victim: Victim): boolean {
  const parts = partsOf(target)
  const pid =
    victim === 'reader'
      ? childrenOf(parts.readers)[0]
      : victim === 'backend'
        ? backendOf(parts.postgres)
        : parts[victim]
  if (!pid) return false
  try {
    process.kill(pid, 'SIGKILL')
    return true
  } catch {
    return false
  }
}

/** The processes of the parts, as they are noted beside the database. */
function partsOf({ home }: Target): Partial<Record<string, number>> {
  const { parts } = JSON.parse(readFileSync(join(home, 'running.json'), 'utf8')) as { parts: Record<string, string> }
  return Object.fromEntries(Object.entries(parts).map(([name, mark]) => [name, Number(mark.split(':')[0])]))
}

/** A process of the database that serves somebody. */
const backendOf = (pid: number | undefined): number | undefined =>
  childrenOf(pid).find((child) => {
    const { stdout } = spawnSync('ps', ['-o', 'args=', '-p', String(child)], { encoding: 'utf8' })
    return /calque_(app|worker)/.test(stdout)
  })

async function ready(address: string): Promise<void> {
  for (;;) {
    const well = await fetch(`${address}/api/health/ready`, { signal: AbortSignal.timeout(2000) }).then(
      ({ ok }) => ok,
      () => false,
    )
    if (well) return
    await pause(50)
  }
}

/** Time of processors that web server and database took so far. */
function processorMsOf(target: Target): number {
  const { web, postgres } = partsOf(target)
  return [web, postgres, ...childrenOf(postgres)].reduce((sum: number, pid) => sum + processorMs(pid), 0)
}

export interface SaveReport {
  readonly saves: number
  readonly medianMs: number
  readonly p95Ms: number
  /** Time of processors that one of them took, of web server and database together. */
  readonly processorMs: number
  readonly lost: number
  readonly doubled: number
}

/** Many people edit at once, with no other load. @param pauseMs between two edits of one of them */
export async function manyEditors(
  target: Target,
  {
    editors: count,
    projects: projectCount,
    seconds,
    pauseMs,
  }: Record<'editors' | 'projects' | 'seconds' | 'pauseMs', number>,
): Promise<SaveReport> {
  const ask = askAt(target.address)
  const projects = await Promise.all(Array.from({ length: projectCount }, (_, i) => newProject(ask, `many ${i}`)))
  const editors = Array.from({ length: count }, (_, i) => new Editor(ask, projects[i % projectCount]!, `m${i}`))
  const editing = editors.map((editor) => editor.edit(pauseMs))
  await pause((seconds * 1000) / 4)
  const kept = () => editors.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0)
  const [savesBefore, processorBefore] = [kept(), processorMsOf(target)]
  await pause((seconds * 1000 * 3) / 4)
  const processorMs = (processorMsOf(target) - processorBefore) / (kept() - savesBefore)
  for (const editor of editors) editor.end()
  await Promise.all(editing)
  const audits = await Promise.all(
    projects.map((project, i) =>
      audit(
        ask,
        project,
        editors.filter((_, j) => j % projectCount === i),
      ),
    ),
  )
  const saves = editors.flatMap(({ savesMs }) => savesMs)
  return {
    saves: saves.length,
    medianMs: quantile(saves, 0.5),
    p95Ms: quantile(saves, 0.95),
    processorMs,
    lost: audits.reduce((sum, { lost }) => sum + lost, 0),
    doubled: audits.reduce((sum, { doubled, gaps }) => sum + doubled + gaps, 0),
  }
}
