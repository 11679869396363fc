import { applyChanges, type Change, type KeptChange } from '@/core/model/change/change'
import type { ProjectRecord } from '@/core/model/registry'

/** Asks a Calque for a path: at its address, or at whichever of several answers. */
export type Ask = (path: string, init?: RequestInit) => Promise<Response>

export const askAt =
  (address: string): Ask =>
  (path, init) =>
    fetch(`${address}${path}`, init)

/** Somebody who traces walls in a project over HTTP, one after another, whatever happens to the server. */
export class Editor {
  /** Changes that the server said are kept. */
  readonly acknowledged: string[] = []
  /** How long each of those took, in milliseconds, where it was answered at once. */
  readonly savesMs: number[] = []
  private count = 0
  private ended = false

  /** @param kept is told of each change that is kept: its revision, when it was sent first, and when that was answered */
  constructor(
    private readonly ask: Ask,
    readonly project: string,
    readonly name: string,
    private readonly kept: (revision: number, sentMs: number, answeredMs: number) => void = () => undefined,
  ) {}

  /** Edits until it is told to end. @param pauseMs between one and the next, more or less: people keep no time */
  async edit(pauseMs: number): Promise<void> {
    while (!this.ended) {
      await pause(pauseMs * (0.5 + Math.random()))
      await this.keep(this.next())
    }
  }

  end(): void {
    this.ended = true
  }

  private next(): Change {
    const id = `${this.name}-${++this.count}`
    const wall: ProjectRecord = {
      id,
      kind: 'wall',
      start: { x: 0, y: this.count },
      end: { x: 1000 + this.count, y: this.count },
      thicknessMm: 100,
      tracedLine: 'centre',
    }
    return {
      id: `change-${id}`,
      label: 'Trace wall',
      cause: 'edit',
      of: null,
      edits: [{ id, before: null, after: wall }],
    }
  }

  /** Sends the same change until it is answered: as a window does. */
  private async keep(change: Change): Promise<void> {
    const sent = performance.now()
    for (let tries = 0; ; tries++) {
      const answer = await this.ask(`/api/projects/${this.project}/changes`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(change),
        signal: AbortSignal.timeout(20_000),
      }).catch(() => null)
      if (answer?.ok) {
        const said = (await answer.json().catch(() => null)) as { revision: number } | null
        this.acknowledged.push(change.id)
        const now = performance.now()
        if (tries === 0) this.savesMs.push(now - sent)
        if (said) this.kept(said.revision, sent, now)
        return
      }
      if (answer && answer.status < 500) throw new Error(`${change.id}: ${answer.status} ${await answer.text()}`)
      if (this.ended) return
      await pause(100)
    }
  }
}

export const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

/** What a project's history says against what editors were told and what the project shows. */
export interface Audit {
  readonly lost: number
  readonly doubled: number
  /** Revisions that do not follow one another. */
  readonly gaps: number
  /** Whether the project is what the replay of its history comes to. */
  readonly replays: boolean
}

export async function audit(ask: Ask, project: string, editors: readonly Editor[]): Promise<Audit> {
  const history: KeptChange[] = []
  for (;;) {
    const since = history.at(-1)?.revision ?? 0
    const page = (await json(ask, `/api/projects/${project}/changes?since=${since}`)) as KeptChange[]
    if (page.length === 0) break
    history.push(...page)
  }
  const { records, revision } = (await json(ask, `/api/projects/${project}`)) as {
    records: ProjectRecord[]
    revision: number
  }
  const ids = new Map<string, number>()
  for (const { id } of history) ids.set(id, (ids.get(id) ?? 0) + 1)
  const replayed = applyChanges(new Map(), history)
  const walls = records.filter(({ kind }) => kind === 'wall')
  return {
    lost: editors.flatMap(({ acknowledged }) => acknowledged).filter((id) => !ids.has(id)).length,
    doubled: [...ids.values()].filter((times) => times > 1).length,
    gaps: history.filter((change, i) => change.revision !== i + 1).length + (revision === history.length ? 0 : 1),
    replays:
      walls.length === replayed.size &&
      walls.every((wall) => JSON.stringify(sorted(wall)) === JSON.stringify(sorted(replayed.get(wall.id)))),
  }
}

const sorted = (value: unknown): unknown =>
  typeof value === 'object' && value !== null
    ? Object.fromEntries(
        Object.entries(value)
          .sort(([a], [b]) => (a < b ? -1 : 1))
          .map(([key, item]) => [key, sorted(item)]),
      )
    : value

export async function json(ask: Ask, path: string, init?: RequestInit): Promise<unknown> {
  const answer = await ask(path, init)
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`)
  return answer.json()
}

export async function newProject(ask: Ask, name: string): Promise<string> {
  const made = (await json(ask, '/api/projects', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name }),
  })) as { id: string }
  return made.id
}

/** The value below which a part of the others lies. */
export function quantile(values: readonly number[], part: number): number {
  const ordered = [...values].sort((a, b) => a - b)
  return ordered[Math.min(ordered.length - 1, Math.floor(part * ordered.length))] ?? Number.NaN
}
