import { applyChanges, type Change, type KeptChange } from '../model/change/change'
import type { ProjectRecord } from '../model/registry'
import { type ConflictRecord, type Failure, type Refused, SyncError, type SyncHold, type SyncServer } from './server'

type Records = ReadonlyMap<string, ProjectRecord>

/** A change that another window overtook: the person says which of the two holds. */
export interface Conflict {
  readonly change: Change
  readonly current: readonly ConflictRecord[]
}

/** What a window shows of a project, and what it still has to send. */
export interface SyncState {
  readonly epoch: string
  readonly revision: number
  /** What the server has kept at `revision`. */
  readonly kept: Records
  /** Made here and not kept yet, oldest first. */
  readonly waiting: readonly Change[]
  /** Ids of those that the browser holds by now, come what may. */
  readonly held: ReadonlySet<string>
  /** What is shown: everything kept, with what waits on top. */
  readonly records: Records
  /** Whether the server answered when last asked. */
  readonly online: boolean
  readonly conflict: Conflict | null
  readonly refused: readonly Refused[]
}

/** The records after changes, worked out from a state of them. */
export interface RecordsAfter {
  readonly from: Records
  readonly records: Records
}

/** Runs something later. @returns what keeps it from running */
export type Later = (work: () => void, ms: number) => () => void

const FIRST_PAUSE_MS = 500
const LONGEST_PAUSE_MS = 15_000

/** Changes made here whose keeping is remembered, so that a server which lost them again can be given them. */
const MOST_REMEMBERED = 500

const LOST = 'The server was put back to a state from before this was done.'

/**
 * One window of a project: what it makes is shown at once, held, sent one after another, and taken in with what others
 * do. Requests may be lost, doubled or answered late, the window may end at any moment, and the server may be put back to
 * an older state: in the end every window shows what the server has kept, and nothing that a person made is gone without
 * a word.
 */
export class SyncSession {
  private state: SyncState
  private sending = false
  private ended = false
  private heard = 0
  private pauseMs = FIRST_PAUSE_MS
  private cancelRetry: (() => void) | null = null
  /** Made here and kept, oldest first. */
  private remembered: Change[] = []

  private constructor(
    private readonly server: SyncServer,
    private readonly hold: SyncHold,
    private readonly later: Later,
    private readonly changed: (state: SyncState) => void,
    first: SyncState,
  ) {
    this.state = first
  }

  /**
   * Opens a project: what the server has, with what this browser still holds for it.
   * @param changed is told whenever something of the state changes
   * @throws SyncError where the server can't be asked
   */
  static async open(
    server: SyncServer,
    hold: SyncHold,
    later: Later,
    changed: (state: SyncState) => void,
  ): Promise<SyncSession> {
    const [snapshot, held, refused] = await Promise.all([
      server.open(),
      // A browser that holds nothing, as some do in private windows, shows the project all the same.
      hold.waiting().catch(() => []),
      hold.refused().catch(() => []),
    ])
    const known = held.length > 0 ? await server.known(held.map(({ id }) => id)) : new Set<string>()
    const refusedIds = new Set(refused.map(({ change }) => change.id))
    const waiting = held.filter(({ id }) => !known.has(id) && !refusedIds.has(id))
    const kept: Records = new Map(snapshot.records.map((record) => [record.id, record]))
    const session = new SyncSession(server, hold, later, changed, {
      epoch: snapshot.epoch,
      revision: snapshot.revision,
      kept,
      waiting,
      held: new Set(waiting.map(({ id }) => id)),
      records: applyChanges(kept, waiting),
      online: true,
      conflict: null,
      refused,
    })
    // What was asked after the snapshot may have been kept after it: it comes with the next changes.
    if (known.size > 0) await session.catchUp()
    for (const { id } of held) if (known.has(id) || refusedIds.has(id)) await session.release(id)
    return session
  }

  get now(): SyncState {
    return this.state
  }

  /** Nothing of this session happens any more. */
  end(): void {
    this.ended = true
    this.cancelRetry?.()
  }

  /**
   * Shows changes at once; each is sent once the browser holds it, so that no crash in between loses it.
   * @param ready what the changes make of the records, where it was worked out beforehand
   */
  show(changes: readonly Change[], ready?: RecordsAfter): void {
    const { waiting, records } = this.state
    const after = ready && ready.from === records ? ready.records : applyChanges(records, changes)
    this.set({ waiting: [...waiting, ...changes], records: after })
  }

  /** Has the browser hold changes that are shown, and sends what waits. */
  async holdAndSend(changes: readonly Change[]): Promise<void> {
    for (const change of changes)
      await this.hold.add(change).then(
        () => this.set({ held: new Set(this.state.held).add(change.id) }),
        () => undefined,
      )
    await this.send()
  }

  /** Hears of a revision that another window made; what is heard while sending is fetched afterwards. */
  async hear(revision: number): Promise<void> {
    this.heard = Math.max(this.heard, revision)
    if (this.heard > this.state.revision && !this.sending) await this.tried(() => this.catchUp())
  }

  /** Looks at everything again, as after a time without hearing anything. */
  async again(): Promise<void> {
    this.pauseMs = FIRST_PAUSE_MS
    await this.tried(() => this.catchUp())
    await this.send()
  }

  /** Sends what waits, one after another, until it is all kept or the server does not answer. */
  async send(): Promise<void> {
    if (this.sending || this.ended) return
    this.sending = true
    this.cancelRetry?.()
    this.cancelRetry = null
    try {
      for (let next = this.state.waiting[0]; next && this.goesOn(); next = this.state.waiting[0]) {
        const failure = await this.sendOne(next)
        if (failure && !(await this.settle(next, failure))) return
      }
    } finally {
      this.sending = false
    }
    if (this.heard > this.state.revision) await this.tried(() => this.catchUp())
  }

  /** Takes a change that conflicts off the list; what becomes of it is up to whoever asked. @returns the change */
  async takeConflict(): Promise<Change | null> {
    const change = this.state.conflict?.change ?? null
    if (!change) return null
    this.set({ conflict: null })
    await this.drop(change.id)
    return change
  }

  /** Forgets a change that was refused. */
  async forget(id: string): Promise<void> {
    this.set({ refused: this.state.refused.filter(({ change }) => change.id !== id) })
    await this.hold.forget(id).catch(() => undefined)
  }

  private goesOn(): boolean {
    return !this.ended && this.state.conflict === null
  }

  /** @returns why it could not be kept, or null where it is */
  private async sendOne(change: Change): Promise<Failure | null> {
    try {
      const { epoch, revision } = this.state
      const kept = await this.server.keep(change, { epoch, revision })
      if (this.ended) return null
      this.set({ online: true })
      const next = this.state.epoch === epoch && kept.revision === this.state.revision + 1
      if (kept.asSent && next) this.takeIn([{ ...change, revision: kept.revision }])
      else await this.catchUp()
      this.acknowledge(change)
      await this.release(change.id)
      this.pauseMs = FIRST_PAUSE_MS
      return null
    } catch (error) {
      return failureOf(error)
    }
  }

  /** @returns whether sending goes on */
  private async settle(change: Change, failure: Failure): Promise<boolean> {
    if (this.ended) return false
    switch (failure.kind) {
      case 'later':
        this.set({ online: false })
        this.retry(failure.afterMs)
        return false
      case 'another-history':
        return this.tried(() => this.beginAnew())
      case 'conflict':
        if (await this.tried(() => this.catchUp())) this.set({ conflict: { change, current: failure.current } })
        return false
      case 'refused':
        await this.refuse(change, failure.sentence)
        return true
    }
  }

  private retry(afterMs?: number): void {
    if (this.ended) return
    this.cancelRetry?.()
    this.cancelRetry = this.later(() => void this.send(), afterMs ?? this.pauseMs)
    this.pauseMs = Math.min(LONGEST_PAUSE_MS, this.pauseMs * 2)
  }

  /** @returns whether it was done; where it was not, it is tried again with what waits */
  private async tried(work: () => Promise<void>): Promise<boolean> {
    try {
      await work()
      return true
    } catch (error) {
      const failure = failureOf(error)
      if (failure.kind === 'another-history') return this.tried(() => this.beginAnew())
      this.set({ online: false })
      this.cancelRetry?.()
      this.cancelRetry = this.later(() => void this.again(), this.pauseMs)
      this.pauseMs = Math.min(LONGEST_PAUSE_MS, this.pauseMs * 2)
      return false
    }
  }

  /** Fetches what was kept since this window last heard. */
  private async catchUp(): Promise<void> {
    for (;;) {
      const { epoch, revision } = this.state
      const changes = await this.server.since({ epoch, revision })
      // Somebody else asked at the same time, or began anew.
      if (this.ended) return
      this.set({ online: true })
      if (changes.length === 0) return
      if (this.state.epoch === epoch) this.takeIn(changes)
    }
  }

  /** Takes in changes that the server has kept, own and others', in order. */
  private takeIn(changes: readonly KeptChange[]): void {
    const { kept, waiting, revision, records } = this.state
    const fresh = changes.filter((change) => change.revision > revision)
    if (fresh.length === 0) return
    const own = new Set(fresh.map(({ id }) => id))
    const rest = waiting.filter(({ id }) => !own.has(id))
    const next = applyChanges(kept, fresh)
    this.remember(waiting.filter(({ id }) => own.has(id)))
    // What was shown already, kept as it was sent, changes nothing that anybody looks at.
    const asShown = fresh.every(({ edits }, i) => waiting[i]?.edits === edits)
    this.set({
      kept: next,
      revision: fresh.at(-1)!.revision,
      waiting: rest,
      records: asShown ? records : applyChanges(next, rest),
    })
  }

  /** What is kept waits no longer, whether or not it came with the changes that were fetched. */
  private acknowledge(change: Change): void {
    const { kept, waiting } = this.state
    if (!waiting.some(({ id }) => id === change.id)) return
    const rest = waiting.filter(({ id }) => id !== change.id)
    this.remember([change])
    this.set({ waiting: rest, records: applyChanges(kept, rest) })
  }

  private remember(changes: readonly Change[]): void {
    this.remembered = [...this.remembered, ...changes].slice(-MOST_REMEMBERED)
  }

  /** The server counts another history: it was put back. What it no longer knows of what was made here is told. */
  private async beginAnew(): Promise<void> {
    const snapshot = await this.server.open()
    const asked = [...this.remembered, ...this.state.waiting]
    const known = await this.server.known(asked.map(({ id }) => id))
    if (this.ended) return
    // As it is now: the person goes on while the server is asked.
    const { waiting } = this.state
    const lost = this.remembered.filter(({ id }) => !known.has(id))
    const rest = waiting.filter(({ id }) => !known.has(id))
    const kept: Records = new Map(snapshot.records.map((record) => [record.id, record]))
    this.remembered = this.remembered.filter(({ id }) => known.has(id))
    this.heard = 0
    this.set({
      epoch: snapshot.epoch,
      revision: snapshot.revision,
      kept,
      waiting: rest,
      records: applyChanges(kept, rest),
      conflict: null,
      refused: [...this.state.refused, ...lost.map((change) => ({ change, sentence: LOST }))],
      online: true,
    })
    for (const change of lost) await this.hold.refuse({ change, sentence: LOST }).catch(() => undefined)
    for (const { id } of waiting) if (known.has(id)) await this.release(id)
    await this.catchUp()
  }

  private async refuse(change: Change, sentence: string): Promise<void> {
    const refused = { change, sentence }
    // A window that was closed between noting this and letting go of the change hears of it twice.
    const others = this.state.refused.filter((each) => each.change.id !== change.id)
    this.set({ refused: [...others, refused] })
    await this.hold.refuse(refused).catch(() => undefined)
    await this.drop(change.id)
  }

  private async drop(id: string): Promise<void> {
    const { kept, waiting } = this.state
    const rest = waiting.filter((each) => each.id !== id)
    this.set({ waiting: rest, records: applyChanges(kept, rest) })
    await this.release(id)
  }

  /** What is held once too often is asked for when the project is opened next. */
  private async release(id: string): Promise<void> {
    await this.hold.remove(id).catch(() => undefined)
  }

  private set(part: Partial<SyncState>): void {
    if (this.ended) return
    this.state = { ...this.state, ...part }
    this.changed(this.state)
  }
}

/** What is no answer of the server is tried again. */
const failureOf = (error: unknown): Failure => (error instanceof SyncError ? error.failure : { kind: 'later' })
