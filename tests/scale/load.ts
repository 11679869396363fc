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

/** Something that was sent, and when it was answered or heard. */
export interface Span {
  readonly fromMs: number
  readonly untilMs: number
}

export interface LoadReport {
  readonly saves: readonly Span[]
  /** From the sending of a change until a window heard of it. */
  readonly events: readonly Span[]
}

/** The time within which a part of some came to their end. */
export const within = (spans: readonly Span[], part: number): number =>
  quantile(
    spans.map(({ fromMs, untilMs }) => untilMs - fromMs),
    part,
  )

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
  private saves: Span[] = []
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
        this.saves.push({ fromMs: sent, untilMs: answered })
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
      return sent === undefined ? [] : [{ fromMs: sent, untilMs: ms }]
    })
    const report = { saves: this.saves, events }
    this.saves = []
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
