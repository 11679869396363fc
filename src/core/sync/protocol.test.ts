import fc from 'fast-check'
import { expect, it } from 'vitest'
import { plainWall as wall } from '../../../tests/support/plain-wall'
import { applyChanges, type Change, invertChange, type KeptChange } from '../model/change/change'
import type { ProjectRecord } from '../model/registry'
import { decide } from './decide'
import { type KnownAt, type Refused, SyncError, type SyncHold, type SyncServer } from './server'
import { SyncSession, type SyncState } from './session'

/** What becomes of one request on its way. */
const FATES = ['well', 'lost', 'answer lost', 'doubled', 'late', 'refused for now'] as const
type Fate = (typeof FATES)[number]

/** A server in memory, which decides as the real one does. */
class MemoryServer {
  epoch = 'epoch-0'
  history: KeptChange[] = []
  /** Ids that some window was told of as kept. */
  readonly acknowledged = new Set<string>()
  /** Ids that went with a state that was put back. */
  readonly putBack = new Set<string>()
  private ids = 0

  get records(): ReadonlyMap<string, ProjectRecord> {
    return applyChanges(new Map(), this.history)
  }

  private at({ epoch, revision }: KnownAt): void {
    const ahead = epoch === this.epoch && revision > this.history.length
    if (ahead) this.epoch = `epoch-${++this.ids}-found`
    if (ahead || epoch !== this.epoch) throw new SyncError({ kind: 'another-history' })
  }

  keep(change: Change, known: KnownAt): { revision: number; asSent: boolean } {
    this.at(known)
    const before = this.history.find(({ id }) => id === change.id)
    if (before) return { revision: before.revision, asSent: false }
    const decision = decide(change, this.records, () => `made-${++this.ids}`)
    if (decision.kind === 'conflict') throw new SyncError({ kind: 'conflict', current: decision.current })
    if (decision.kind === 'refused') throw new SyncError({ kind: 'refused', sentence: decision.sentence })
    const revision = this.history.length + 1
    this.history.push({ ...change, edits: decision.edits, revision })
    return { revision, asSent: decision.asSent }
  }

  /** Two at a time, so that pages have ends. */
  since(known: KnownAt): KeptChange[] {
    this.at(known)
    return this.history.slice(known.revision, known.revision + 2)
  }

  restore(to: number): void {
    for (const { id } of this.history.slice(to)) this.putBack.add(id)
    this.history = this.history.slice(0, to)
    this.epoch = `epoch-${++this.ids}`
  }
}

/** A browser: what it holds outlives its window. */
class Browser {
  private held: Change[] = []
  private notKept: Refused[] = []
  readonly made: string[] = []
  /** What the person gave up when asked. */
  readonly givenUp = new Set<string>()
  session: SyncSession | null = null
  private timers = new Set<() => void>()
  private waiters: (() => void)[] = []
  private turn = 0

  constructor(
    readonly name: string,
    private readonly server: MemoryServer,
    private readonly fate: () => Fate,
  ) {}

  private async request<T>(work: () => T): Promise<T> {
    const fate = this.fate()
    const lost = new Error('no answer')
    if (fate === 'lost') throw lost
    if (fate === 'refused for now') throw new SyncError({ kind: 'later', afterMs: 5 })
    if (fate === 'late') await new Promise<void>((resolve) => this.waiters.push(resolve))
    const answer = structuredClone(work())
    if (fate === 'doubled') {
      try {
        work()
      } catch {
        // The second one may be told something else; nobody hears it.
      }
    }
    if (fate === 'answer lost') throw lost
    return answer
  }

  private readonly sync: SyncServer = {
    open: () =>
      this.request(() => ({
        epoch: this.server.epoch,
        revision: this.server.history.length,
        records: [...this.server.records.values()],
      })),
    keep: async (change, at) => {
      const answer = await this.request(() => this.server.keep(change, at))
      if (!this.server.putBack.has(change.id)) this.server.acknowledged.add(change.id)
      return answer
    },
    since: (at) => this.request(() => this.server.since(at)),
    known: (ids) => this.request(() => new Set(ids.filter((id) => this.server.history.some((each) => each.id === id)))),
  }

  private readonly hold: SyncHold = {
    waiting: async () => [...this.held],
    add: async (change) => void this.held.push(change),
    remove: async (id) => {
      this.held = this.held.filter((change) => change.id !== id)
    },
    refused: async () => [...this.notKept],
    refuse: async (refused) => void this.notKept.push(refused),
    forget: async (id) => {
      this.notKept = this.notKept.filter(({ change }) => change.id !== id)
    },
  }

  /** Begins anew, as a window that was reloaded or killed does. */
  async open(): Promise<void> {
    this.session?.end()
    this.session = null
    this.timers.clear()
    const later = (work: () => void) => {
      this.timers.add(work)
      return () => void this.timers.delete(work)
    }
    const turn = ++this.turn
    const opened = await SyncSession.open(this.sync, this.hold, later, () => undefined).catch(() => null)
    // A window that was reloaded meanwhile is not there to hear of it.
    if (turn !== this.turn) return opened?.end()
    this.session = opened
    await opened?.send()
  }

  get state(): SyncState | undefined {
    return this.session?.now
  }

  get refused(): readonly string[] {
    return this.notKept.map(({ change }) => change.id)
  }

  make(change: Change): void {
    this.made.push(change.id)
    this.session!.show([change])
    void this.session!.holdAndSend([change])
  }

  async answer(keep: 'mine' | 'theirs', newId: string): Promise<void> {
    const { session } = this
    const change = await session?.takeConflict()
    if (!session || !change) return
    if (keep === 'theirs') this.givenUp.add(change.id)
    else {
      this.givenUp.add(change.id)
      const edits = change.edits.map(({ id, after }) => ({ id, before: session.now.records.get(id) ?? null, after }))
      const open = edits.filter(({ before, after }) => before !== null || after !== null)
      if (open.length > 0) this.make({ ...change, id: newId, cause: 'edit', of: null, edits: open })
    }
    await session.send()
  }

  async clockJumps(): Promise<void> {
    const due = [...this.timers]
    this.timers.clear()
    for (const work of due) work()
  }

  arrive(): void {
    for (const waiter of this.waiters.splice(0)) waiter()
  }
}

const door = (id: string, wallId: string, x: number): ProjectRecord =>
  ({
    id,
    kind: 'opening',
    wallId,
    is: 'door',
    atMm: x,
    widthMm: 900,
    heightMm: 2100,
    sillMm: 0,
  }) as unknown as ProjectRecord

const window = fc.nat({ max: 2 })
const step = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      do: fc.constant('wall' as const),
      window,
      id: fc.constantFrom('a', 'b', 'c'),
      x: fc.integer({ min: 1, max: 50 }),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant('door' as const),
      window,
      id: fc.constantFrom('d', 'e'),
      on: fc.constantFrom('a', 'b'),
      x: fc.integer({ min: 1, max: 50 }),
    }),
  },
  {
    weight: 3,
    arbitrary: fc.record({ do: fc.constant('remove' as const), window, id: fc.constantFrom('a', 'b', 'c', 'd') }),
  },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('undo' as const), window }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('reload' as const), window }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('clock' as const), window }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('arrive' as const), window }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('hear' as const), window }) },
  {
    weight: 2,
    arbitrary: fc.record({
      do: fc.constant('answer' as const),
      window,
      keep: fc.constantFrom('mine' as const, 'theirs' as const),
    }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('restore' as const), window, back: fc.nat({ max: 3 }) }) },
)

/** All that follows from what was done so far. */
const quiet = async () => {
  for (let i = 0; i < 40; i++) await null
}

const RUNS = 5000

it(`every window ends as the replay of the history, and nothing is lost or doubled (${RUNS} runs)`, async () => {
  const seen = { kept: 0, restored: 0, refused: 0, conflicts: 0 }
  await fc.assert(
    fc.asyncProperty(
      fc.array(step, { minLength: 4, maxLength: 24 }),
      fc.array(fc.constantFrom(...FATES), { maxLength: 40 }),
      async (steps, fates) => {
        const server = new MemoryServer()
        const left = [...fates]
        const browsers = ['x', 'y', 'z'].map((name) => new Browser(name, server, () => left.shift() ?? 'well'))
        for (const browser of browsers) {
          await Promise.race([browser.open(), quiet()])
          await quiet()
        }
        let count = 0
        const newId = () => `change-${++count}`
        for (const each of steps) {
          const browser = browsers[each.window]!
          const { session } = browser
          const records = session?.now.records
          const edit = (label: string, id: string, after: ProjectRecord | null) =>
            browser.make({
              id: newId(),
              label,
              cause: 'edit',
              of: null,
              edits: [{ id, before: records!.get(id) ?? null, after }],
            })
          if (each.do === 'reload') void browser.open()
          else if (each.do === 'clock') void browser.clockJumps()
          else if (each.do === 'arrive') browser.arrive()
          else if (each.do === 'restore') {
            server.restore(Math.max(0, server.history.length - each.back))
            seen.restored++
          } else if (session && records) {
            if (each.do === 'hear') void session.hear(server.history.length)
            else if (each.do === 'answer') void browser.answer(each.keep, newId())
            else if (each.do === 'wall') edit('Trace wall', each.id, wall(each.id, each.x))
            else if (each.do === 'door' && records.has(each.on))
              edit('Place door', each.id, door(each.id, each.on, each.x))
            else if (each.do === 'remove' && records.has(each.id)) edit('Delete', each.id, null)
            else if (each.do === 'undo' && session.now.waiting.length > 0)
              browser.make(invertChange(session.now.waiting.at(-1)!, newId()))
          }
          await quiet()
        }
        // The network is well again, and everybody looks.
        left.length = 0
        for (let round = 0; round < 12; round++)
          for (const browser of browsers) {
            browser.arrive()
            await quiet()
            if (!browser.session) await Promise.race([browser.open(), quiet()])
            if (browser.state?.conflict) seen.conflicts++
            void browser.answer('theirs', newId())
            await quiet()
            void browser.clockJumps()
            await quiet()
            void browser.session?.again()
            await quiet()
          }
        const history = server.history.map(({ id }) => id)
        seen.kept += history.length
        const replayed = Object.fromEntries(applyChanges(new Map(), server.history))
        expect(new Set(history).size).toBe(history.length)
        for (const browser of browsers) {
          expect(browser.state!.waiting).toEqual([])
          expect(Object.fromEntries(browser.state!.records)).toEqual(replayed)
          expect(browser.state!.epoch).toBe(server.epoch)
          expect(browser.state!.online).toBe(true)
          seen.refused += browser.refused.length
          // Each thing that was made is kept, was put back, or is told of.
          for (const id of browser.made)
            expect(
              history.includes(id) || server.putBack.has(id) || browser.refused.includes(id) || browser.givenUp.has(id),
              `${id} of ${browser.name}`,
            ).toBe(true)
        }
        for (const id of server.acknowledged) expect(history.includes(id) || server.putBack.has(id), id).toBe(true)
      },
    ),
    { numRuns: RUNS },
  )
  // It is no proof where nothing happened.
  for (const [what, times] of Object.entries(seen)) expect(times, what).toBeGreaterThan(RUNS / 20)
})

it('what is kept just as it was shown leaves the records as they are, so that nobody looks at them again', async () => {
  const server = new MemoryServer()
  const browser = new Browser('x', server, () => 'well')
  await browser.open()
  for (const id of ['a', 'b'])
    browser.make({ id: `draw ${id}`, label: 'Trace wall', cause: 'edit', of: null, edits: [edit(id)] })
  const shown = browser.state!.records
  await quiet()
  expect(browser.state!.waiting).toEqual([])
  expect(browser.state!.revision).toBe(2)
  expect(browser.state!.records).toBe(shown)
  expect(Object.fromEntries(browser.state!.kept)).toEqual(Object.fromEntries(shown))
})

it('records that were worked out beforehand are shown only where they follow from those that are there', async () => {
  const browser = new Browser('x', new MemoryServer(), () => 'well')
  await browser.open()
  const change = (id: string): Change => ({
    id: `draw ${id}`,
    label: 'Lift',
    cause: 'edit',
    of: null,
    edits: [edit(id)],
  })
  const from = browser.state!.records
  const records = applyChanges(from, [change('a')])
  browser.session!.show([change('a')], { from, records })
  expect(browser.state!.records).toBe(records)
  browser.session!.show([change('b')], { from, records: applyChanges(from, [change('b')]) })
  expect([...browser.state!.records.keys()]).toEqual(['a', 'b'])
})

const edit = (id: string) => ({ id, before: null, after: wall(id, 1) })
