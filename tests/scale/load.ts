import { type Ask, audit, Editor, newProject, quantile } from '../faults/editor'
import { Listener } from './listener'
import { askAnyOf, from, tokenFor } from './office'

/** People at work: who edits, and who only has a project open. */
export interface LoadWish {
  readonly projects: number
  readonly editors: number
  readonly listeners: number
  /** Between two changes of one person, more or less. */
  readonly pauseMs: number
}

export interface LoadReport {
  readonly saves: number
  readonly saveMedianMs: number
  readonly saveP95Ms: number
  readonly events: number
  readonly eventMedianMs: number
  readonly eventP95Ms: number
}

export interface LossReport {
  readonly acknowledged: number
  readonly lost: number
  readonly doubled: number
  readonly projects: number
  readonly replayed: number
  /** How long the change that waited longest was on its way. */
  readonly longestSaveSeconds: number
  readonly brokenStreams: number
}

/** A load that runs until it is ended. */
export class Load {
  private readonly editors: Editor[]
  private readonly listeners: Listener[]
  private readonly editing: Promise<void>[]
  /** When each change was sent, by project and revision. */
  private readonly sentMs = new Map<string, number>()
  private heard: { key: string; ms: number }[] = []
  private savesMs: number[] = []
  private longestMs = 0

  private constructor(
    private readonly lead: Ask,
    readonly projects: readonly string[],
    tokens: readonly string[],
    addresses: readonly string[],
    { editors, listeners, pauseMs }: LoadWish,
  ) {
    this.listeners = Array.from({ length: listeners }, (_, i) => {
      const project = projects[i % projects.length]!
      return new Listener(from(addresses, i), project, tokens[editors + i]!, (revision, ms) =>
        this.heard.push({ key: `${project} ${revision}`, ms }),
      )
    })
    this.editors = Array.from({ length: editors }, (_, i) => {
      const project = projects[i % projects.length]!
      const ask = askAnyOf(from(addresses, i), { authorization: `Bearer ${tokens[i]}` })
      return new Editor(ask, project, `p${i}`, (revision, sent, answered) => {
        this.sentMs.set(`${project} ${revision}`, sent)
        this.savesMs.push(answered - sent)
        this.longestMs = Math.max(this.longestMs, answered - sent)
      })
    })
    this.editing = this.editors.map((editor) => editor.edit(pauseMs))
  }

  static async begin(lead: Ask, addresses: readonly string[], wish: LoadWish): Promise<Load> {
    const projects: string[] = []
    for (let i = 0; i < wish.projects; i++) projects.push(await newProject(lead, `Project ${i}`))
    // Everybody comes by their own: who may what is asked for each.
    const tokens: string[] = []
    for (let i = 0; i < wish.editors + wish.listeners; i++)
      tokens.push(await tokenFor(lead, projects[(i < wish.editors ? i : i - wish.editors) % wish.projects]!, `p${i}`))
    return new Load(lead, projects, tokens, addresses, wish)
  }

  /** What was measured since this was asked last. */
  report(): LoadReport {
    const events = this.heard.flatMap(({ key, ms }) => {
      const sent = this.sentMs.get(key)
      return sent === undefined ? [] : [ms - sent]
    })
    const report = {
      saves: this.savesMs.length,
      saveMedianMs: quantile(this.savesMs, 0.5),
      saveP95Ms: quantile(this.savesMs, 0.95),
      events: events.length,
      eventMedianMs: quantile(events, 0.5),
      eventP95Ms: quantile(events, 0.95),
    }
    this.savesMs = []
    this.heard = []
    return report
  }

  /** Ends it, and compares what is there with what was told. */
  async end(): Promise<LossReport> {
    for (const editor of this.editors) editor.end()
    await Promise.all(this.editing)
    for (const listener of this.listeners) listener.end()
    let [lost, doubled, replayed] = [0, 0, 0]
    for (const project of this.projects) {
      const found = await audit(this.lead, project, this.editors.filter((each) => each.project === project)) // biome-ignore format: one line
      lost += found.lost
      doubled += found.doubled + found.gaps
      if (found.replays) replayed++
    }
    return {
      acknowledged: this.editors.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0),
      lost,
      doubled,
      projects: this.projects.length,
      replayed,
      longestSaveSeconds: this.longestMs / 1000,
      brokenStreams: this.listeners.reduce((sum, { broken }) => sum + broken, 0),
    }
  }
}
