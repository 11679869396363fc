import type { Point } from '@/core/geometry/vector'
import type { Underlay } from '@/core/model/underlay/schema'
import type { BoardPoint } from './board-point'
import type { CardToken } from './card'
import { type Chosen, type ChosenValues, choosing } from './options'
import { EMPTY_SESSION, type Session } from './session'
import type { Step } from './step'
import type { Effects, Outcome, ProjectEdit, Refit, Tool, ToolContext } from './tool'

/** What the person has in hand. */
export interface Hand {
  readonly step: Step
  readonly tool: Tool
  readonly session: Session
  readonly selection: readonly string[]
  /** Whether sheets that are picked change together: those that were brought in at once only lie there picked. */
  readonly together: boolean
  readonly chosen: ChosenValues
  /** What the card tells of instead of the step. */
  readonly sideCard: CardToken | null
  /** Whether the person opened or folded the card; null where it comes of itself. */
  readonly cardOpen: boolean | null
}

/** What a workbench stands on: the studio gives it its stores, a test a map of records. */
export interface Ground {
  hand(): Hand
  setHand(change: Partial<Hand>): void
  context(): ToolContext
  change(edit: ProjectEdit): void
  /** @param settled hears whether the sheets lie otherwise now: at once, or when the person has answered what becomes of the tracing */
  refit(refit: Refit, settled: (done: boolean) => void): void
  lookAt(levelId: string): void
  say(sentence: string): void
  sayLocked(sheets: readonly Underlay[]): void
}

const ANSWER_FIRST = 'Answer first whether the tracing follows.'
const ON_LEVELS_ONLY = 'This stands on levels: go to the plan first (/), or place members here.'

/** Carries out what tools make of clicks and keys. Tools themselves change nothing. */
export class Workbench {
  /** The outcome that waits for an answer of the person, who works with the same tool until then. */
  private waiting: Outcome | null = null

  /** @param idle the tool that is in hand while no other one is */
  constructor(
    private readonly ground: Ground,
    private readonly idle: Tool,
  ) {}

  /** Begins a step with the tool that opens it. */
  begin(step: Step, tool: Tool = this.idle): void {
    this.waiting = null
    this.ground.setHand({ step, tool, session: EMPTY_SESSION, cardOpen: null, sideCard: null })
  }

  take(tool: Tool): void {
    const { step, sideCard, tool: former } = this.ground.hand()
    const { steps, card = null } = tool
    this.waiting = null
    // The card of a tool goes with it.
    const left = sideCard !== null && sideCard === former.card ? null : sideCard
    this.ground.setHand({
      tool,
      session: EMPTY_SESSION,
      step: steps.includes(step) ? step : (steps[0] ?? step),
      sideCard: card ?? left,
      // A card that came with a tool leaves the place as it was.
      ...(card ? { cardOpen: true } : left !== sideCard && { cardOpen: null }),
    })
  }

  layAside(): void {
    this.take(this.idle)
  }

  pick(selection: readonly string[], together = true): void {
    this.ground.setHand({ selection, together })
  }

  choose(choice: Chosen): void {
    this.ground.setHand({ chosen: choosing(choice, this.ground.hand().chosen) })
  }

  /** Changes what was gathered; the cursor follows from it. */
  update(change: Partial<Omit<Session, 'cursor'>>): void {
    const { tool, session } = this.ground.hand()
    const next = { ...session, ...change }
    const cursor = next.raw && tool.steer(next, next.raw, this.ground.context())
    this.ground.setHand({ session: { ...next, cursor } })
  }

  /**
   * Takes in what a tool made of a click, Enter or undo. The mouse stays where it is. Where the person is asked what becomes
   * of the tracing, the session waits as it is, and goes on from there if the sheets stay as they were.
   */
  takeIn({ refit, ...outcome }: Outcome): void {
    if (!refit) return this.goOn(outcome)
    this.waiting = outcome
    this.ground.refit(refit, (done) => {
      // Another tool was taken meanwhile: the answer is about the sheet alone.
      if (this.waiting !== outcome) return
      this.waiting = null
      if (done) this.goOn(outcome)
      else this.update({ drag: null })
    })
  }

  private goOn({ session, say, locked, done, next, ...effects }: Outcome): void {
    this.carryOut(effects)
    const { raw, held, touchedRad } = this.ground.hand().session
    if (done || next) this.take(next ?? this.idle)
    else this.update({ ...session, raw, held, touchedRad })
    this.carryOut({ say, locked })
  }

  /** Carries out what a command comes to; what is in hand goes on. */
  carryOut({ say, locked, edit, refit, pick, choose, look }: Effects): void {
    if (edit) this.ground.change(edit)
    if (refit) this.ground.refit(refit, () => {})
    if (choose) this.choose(choose)
    if (pick) this.pick(pick)
    if (look) this.ground.lookAt(look)
    if (say) this.ground.say(say)
    if (locked) this.ground.sayLocked(locked)
  }

  /** A click on the board, at where it falls. */
  press(point: BoardPoint): void {
    const { tool, session } = this.ground.hand()
    const context = this.ground.context()
    if (this.waiting) return this.ground.say(ANSWER_FIRST)
    if (tool.onPlan && context.planeId) return this.ground.say(ON_LEVELS_ONLY)
    this.takeIn(tool.click(session, point, context))
  }

  /** An arrow key. @param by one step to the right or up @returns whether the tool took it */
  arrow(by: Point, shift: boolean): boolean {
    const { tool, session } = this.ground.hand()
    if (!tool.arrow || this.waiting) return false
    const outcome = tool.arrow(session, by, this.ground.context(), shift)
    if (outcome) this.takeIn(outcome)
    return outcome !== null
  }

  /** A key of the tool in hand. @returns whether the tool has it */
  key(key: string): boolean {
    const { tool, session } = this.ground.hand()
    const own = tool.keys?.find((each) => each.key === key)
    if (own && !this.waiting) this.takeIn(own.press(session, this.ground.context()))
    return own !== undefined
  }

  enter(): void {
    const { tool, session } = this.ground.hand()
    const context = this.ground.context()
    if (this.waiting || (tool.onPlan && context.planeId)) return
    this.takeIn(tool.enter(session, context))
  }

  /** Esc gives up what was begun, then the tool, then the selection. */
  escape(): void {
    const { session, tool, selection } = this.ground.hand()
    if (session.drag || session.points.length > 0 || session.ids.length > 0 || Object.keys(session.typed).length > 0)
      this.update({ ...EMPTY_SESSION, raw: session.raw })
    else if (tool !== this.idle) this.layAside()
    else if (selection.length > 0) this.pick([])
  }

  /** Takes hold of what lies at a place. @returns what is dragged from now on; null leaves the drag to the view */
  grab(at: Point, other = false): Session['drag'] {
    const { tool, session } = this.ground.hand()
    if (this.waiting) return null
    return tool.drag?.grab(session, at, this.ground.context(), other) ?? null
  }

  drop(): void {
    const { tool, session } = this.ground.hand()
    if (tool.drag && session.cursor) this.takeIn(tool.drag.drop(session, session.cursor, this.ground.context()))
  }

  /** After an undo the last placed point may have lost its ground. */
  undone(): void {
    const { tool, session } = this.ground.hand()
    this.takeIn({ session: tool.undone(session) })
  }
}
