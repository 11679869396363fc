import type { Point } from '@/core/geometry/vector'
import { FIRST_LEVEL } from '@/core/model/level/schema'
import { Plan } from '@/core/model/plan'
import type { ProjectRecord } from '@/core/model/registry'
import { displayOf } from '@/core/model/settings/schema'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import type { SourceView } from '@/core/project/views'
import type { LineFinder } from '@/core/propose/wall-run'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { type Chosen, type Option, type OptionGroup, type Values, valuesOf } from '@/studio/kernel/options'
import { EMPTY_SESSION } from '@/studio/kernel/session'
import type { Effects, ProjectEdit, Refit, Tool, ToolContext } from '@/studio/kernel/tool'
import { type Hand, Workbench } from '@/studio/kernel/workbench'
import { select } from '@/studio/tooling/select'

/** What a rig begins with. */
export interface Rigged {
  readonly records?: readonly ProjectRecord[]
  readonly sources?: readonly SourceView[]
  /** Lines of the sheets, for tools that read them. */
  readonly sheetLines?: LineFinder
  /** How near a click must come, in millimetres. */
  readonly reachMm?: number
  /** The level or work plane that is looked at. */
  readonly levelId?: string | null
  /** Whether a refit waits for `answer`, as where something was traced from the sheet. */
  readonly asks?: boolean
}

/**
 * A workbench without a browser: tools are driven as a person would, and what became of it is read back. Changes are put
 * into a map of records; refits are kept, and count as done.
 */
export class Rig {
  readonly records: Map<string, ProjectRecord>
  /** What was said, the latest last. */
  readonly said: string[] = []
  /** The changes that were made, by what undo calls them. */
  readonly changes: ProjectEdit[] = []
  readonly refits: Refit[] = []
  private settle: ((done: boolean) => void) | null = null
  private readonly plan = new Plan()
  private readonly bench: Workbench
  private levelId: string | null
  private hand: Hand = {
    step: 'trace',
    tool: select,
    session: EMPTY_SESSION,
    selection: [],
    together: true,
    chosen: {},
    sideCard: null,
    cardOpen: null,
  }

  constructor(private readonly given: Rigged = {}) {
    this.records = new Map((given.records ?? []).map((record) => [record.id, record]))
    this.levelId = given.levelId ?? null
    this.bench = new Workbench(
      {
        hand: () => this.hand,
        setHand: (change) => {
          this.hand = { ...this.hand, ...change }
        },
        context: () => this.context(),
        change: (edit) => this.change(edit),
        refit: (refit, settled) => {
          this.refits.push(refit)
          if (this.given.asks) this.settle = settled
          else settled(true)
        },
        lookAt: (levelId) => {
          this.levelId = levelId
        },
        say: (sentence) => this.said.push(sentence),
        sayLocked: (sheets) => this.said.push(`locked: ${sheets.map(({ name }) => name).join(', ')}`),
      },
      select,
    )
  }

  private change(edit: ProjectEdit): void {
    this.changes.push(edit)
    for (const { id, after } of edit.edits) {
      if (after) this.records.set(id, after)
      else this.records.delete(id)
    }
  }

  context(): ToolContext {
    const records = new Map(this.records)
    const display = displayOf(records)
    this.plan.lookAt(this.levelId)
    this.plan.update(records, display, Number.POSITIVE_INFINITY)
    const { selection, chosen } = this.hand
    const onPlane = this.levelId !== null && workPlaneOf(this.levelId, records) !== null
    return {
      records,
      sources: this.given.sources ?? [],
      linework: new Map(),
      sheetLines: this.given.sheetLines ?? (() => []),
      display,
      author: 'Ida Lind',
      selection,
      group: selection,
      options: (group) => valuesOf(group, chosen),
      levelId: this.levelId ?? FIRST_LEVEL.id,
      planeId: onPlane ? this.levelId : null,
      plan: this.plan,
      reachMm: this.given.reachMm ?? 50,
    }
  }

  take(tool: Tool): this {
    this.bench.take(tool)
    return this
  }

  choose(choice: Chosen): this {
    this.bench.choose(choice)
    return this
  }

  optionsOf<O extends Readonly<Record<string, Option>>>(group: OptionGroup<O>): Values<O> {
    return valuesOf(group, this.hand.chosen)
  }

  pick(...ids: readonly string[]): this {
    this.bench.pick(ids)
    return this
  }

  /** Moves the mouse there. */
  point(x: number, y: number, caught: BoardPoint['caught'] = null): this {
    this.bench.update({ raw: { at: { x, y }, caught } })
    return this
  }

  /** Clicks there. @param caught what the cursor has caught, if anything */
  click(x: number, y: number, caught: BoardPoint['caught'] = null): this {
    this.point(x, y, caught)
    this.bench.press(this.hand.session.cursor!)
    return this
  }

  /** Drags from one place to another. */
  drag(from: Point, to: Point): this {
    this.point(from.x, from.y)
    this.bench.update({ drag: this.bench.grab(from) })
    this.point(to.x, to.y)
    this.bench.drop()
    return this
  }

  /** Types into a field, by its name; into the first one where it is left out. */
  type(text: string, field = this.fields.find(({ first }) => first)?.name): this {
    if (field === undefined) throw new Error('No field takes what is typed.')
    this.bench.update({ typed: { ...this.hand.session.typed, [field]: text } })
    return this
  }

  enter(): this {
    this.bench.enter()
    return this
  }

  escape(): this {
    this.bench.escape()
    return this
  }

  /** Presses a key of the tool in hand. @throws Error where it has none such */
  key(key: string): this {
    if (!this.bench.key(key)) throw new Error(`${this.tool.word} has no key ${key}.`)
    return this
  }

  /** Carries out what a card's button comes to. */
  does(effects: Effects): this {
    this.bench.carryOut(effects)
    return this
  }

  arrow(x: number, y: number, shift = false): this {
    if (!this.bench.arrow({ x, y }, shift)) throw new Error(`${this.tool.word} does nothing with arrows.`)
    return this
  }

  /** Holds Shift, or lets it go. */
  hold(held = true): this {
    this.bench.update({ held })
    return this
  }

  /** Answers the question about a refit. @throws Error where none is open */
  answer(done: boolean): this {
    if (!this.settle) throw new Error('Nothing is asked.')
    this.settle(done)
    this.settle = null
    return this
  }

  undone(): this {
    this.bench.undone()
    return this
  }

  get tool(): Tool {
    return this.hand.tool
  }

  get session() {
    return this.hand.session
  }

  get selection(): readonly string[] {
    return this.hand.selection
  }

  get fields() {
    return this.tool.fields(this.session, this.context())
  }

  /** What the tool in hand says comes next. */
  get says(): string {
    return this.tool.say(this.session, this.context())
  }

  /** All records of a kind. */
  all<K extends ProjectRecord['kind']>(kind: K): Extract<ProjectRecord, { kind: K }>[] {
    return [...this.records.values()].filter((record) => record.kind === kind) as Extract<ProjectRecord, { kind: K }>[]
  }
}
