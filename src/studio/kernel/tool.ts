import type { Refitted } from '@/core/fit/follow'
import type { Point } from '@/core/geometry/vector'
import type { Edit } from '@/core/model/change/change'
import type { Plan } from '@/core/model/plan'
import type { ProjectRecord } from '@/core/model/registry'
import type { Underlay } from '@/core/model/underlay/schema'
import type { ProjectAction } from '@/core/people/rights'
import type { SourceView } from '@/core/project/views'
import type { LineFinder } from '@/core/propose/wall-run'
import type { IndexedSheet } from '@/core/sheet/binary'
import type { LengthDisplay } from '@/core/units/format'
import type { BoardPoint } from './board-point'
import type { CardToken } from './card'
import type { DrawerName } from './drawer'
import type { Chosen, Control, Option, OptionGroup, Values } from './options'
import type { Picture } from './picture'
import { type Drag, EMPTY_SESSION, type Session } from './session'
import type { Step } from './step'
import type { View } from './view'

export { type Drag, EMPTY_SESSION, type Session } from './session'

/** How near a click must come to a line to pick it. */
export const PICK_RADIUS_PX = 8

/** What a tool may look at: nothing of it can be changed from there. */
export interface ToolContext {
  readonly records: ReadonlyMap<string, ProjectRecord>
  /** The files of the project with their pages. */
  readonly sources: readonly SourceView[]
  /** The linework of pages, by its content hash, as far as it is there. */
  readonly linework: ReadonlyMap<string, IndexedSheet>
  /** Lines of the sheets of the level that is worked on, as they lie on the board. */
  readonly sheetLines: LineFinder
  readonly display: LengthDisplay
  /** The name under which the person says something. */
  readonly author: string
  readonly selection: readonly string[]
  /** Of what is picked, the sheets that change together. */
  readonly group: readonly string[]
  /** What is chosen of a group of options; it outlives a session. */
  options<O extends Readonly<Record<string, Option>>>(group: OptionGroup<O>): Values<O>
  /** The level or work plane that new elements stand on. */
  readonly levelId: string
  /** The work plane that is worked on; null on the plan. */
  readonly planeId: string | null
  /** The geometry of what is drawn. */
  readonly plan: Plan
  /** How near a click must come to pick something. */
  readonly reachMm: number
}

/** A value that can be typed on the bench. */
export interface Field {
  readonly name: string
  readonly label: string
  /** What stands there while nothing is typed: what the mouse gives. */
  readonly value: string
  /** The field that takes what is typed anywhere. */
  readonly first?: boolean
  /** Whether it takes words: letters begin it then, and call no tool. */
  readonly words?: boolean
  readonly narrow?: boolean
  readonly hint?: string
}

/** A record as it becomes; null where it goes. */
export type After = Omit<Edit, 'before'>

/** A change of the project. The label is what undo calls it. */
export interface ProjectEdit {
  readonly label: string
  readonly edits: readonly After[]
}

/** New places for sheets. Where something was traced from them the person is asked whether that follows. */
export interface Refit {
  readonly label: string
  readonly refitted: readonly Refitted[]
  /** Ids of records that go with it. */
  readonly gone?: readonly string[]
  /** Whether it is one of many small moves: what was answered about the first holds for those directly upon it. */
  readonly small?: boolean
}

/** Puts records as they shall be. */
export const putting = (label: string, ...after: readonly ProjectRecord[]): ProjectEdit => ({
  label,
  edits: after.map((record) => ({ id: record.id, after: record })),
})

/** What follows from a command; the workbench alone carries it out. */
export interface Effects {
  /** A sentence for the person, for instance where it could not be done. */
  readonly say?: string | undefined
  /** Locked sheets that kept it from being done: that is said, with the way to unlock them beside it. */
  readonly locked?: readonly Underlay[] | undefined
  /** What changes in the project. */
  readonly edit?: ProjectEdit
  readonly refit?: Refit
  /** What is picked from now on. */
  readonly pick?: readonly string[]
  /** The work plane that is looked at from now on. */
  readonly look?: string
  /** Options that change. */
  readonly choose?: Chosen
}

/** What follows from a click or a key of a tool. */
export interface Outcome extends Effects {
  readonly session: Session
  /** Whether the tool has done what it was taken for, and is laid aside. */
  readonly done?: boolean
  /** The tool that is taken next. */
  readonly next?: Tool
}

/** A key that does something while a tool is in hand. */
export interface ToolKey {
  readonly key: string
  readonly does: string
  press(session: Session, context: ToolContext): Outcome
}

/** One way of working on the board. */
export interface Tool {
  /** Told apart by it; of lower case words with hyphens. */
  readonly name: string
  readonly word: string
  /** The key that takes it; null for one that is only taken from the bench. */
  readonly key: string | null
  /** Keys of its own, which come before those that take other tools. */
  readonly keys?: readonly ToolKey[]
  /** A small drawing of what it does; every tool that is offered has one. */
  readonly picture?: Picture
  /** Other words that the trade has for it: the search finds it by them. */
  readonly also?: readonly string[]
  /** The drawer in which it lies; one without lies in front of them. */
  readonly drawer?: DrawerName
  /** What somebody must be allowed to do who takes it; to change the project where nothing is said. */
  readonly needs?: ProjectAction
  /** Whether it changes drawn lines, though it lies in no drawer. */
  readonly changesLines?: true
  /** The card that tells more while it is in hand. */
  readonly card?: CardToken
  /** The steps that begin with it. */
  readonly opens?: readonly Step[]
  /** The options that the bench shows while it is in hand. */
  options?(context: ToolContext): readonly Control[]
  /** How an underlay shows while it is in hand, where that is otherwise than usual. */
  shows?(underlay: Underlay, context: Pick<ToolContext, 'records' | 'selection'>): Underlay
  /** What it makes stands on levels alone: on an upright plane it does nothing. */
  readonly onPlan?: true
  /** What it does is of parts alone: it is offered on their views. */
  readonly onPart?: true
  /** The steps in which it is offered. */
  readonly steps: readonly Step[]
  /** What comes next, in a sentence. */
  say(session: Session, context: ToolContext): string
  fields(session: Session, context: ToolContext): readonly Field[]
  /** Whether it places points: the cursor catches then. */
  readonly places: boolean
  /** Whether it wants the bare place of the mouse, whatever could be caught there. */
  readonly bare?: boolean
  /** Whether it only measures: the grid and steps keep out of it then. */
  readonly measures?: boolean
  /** Whether the loupe opens while a point is placed. */
  readonly loupe: boolean
  /** Where a point falls, given the cursor: typed and held values come in here. */
  steer(session: Session, raw: BoardPoint, context: ToolContext): BoardPoint
  click(session: Session, point: BoardPoint, context: ToolContext): Outcome
  /** Enter: takes what is typed, or ends. */
  enter(session: Session, context: ToolContext): Outcome
  /** After an undo the last placed point may have lost its ground. */
  undone(session: Session): Session
  /** Dragging, where it means something else than moving the view. */
  readonly drag?: {
    /**
     * Takes hold of what lies there; null leaves the drag to the view.
     * @param other whether the other button drags, for what a drag does only sometimes
     */
    grab(session: Session, at: Point, context: ToolContext, other: boolean): Drag | null
    drop(session: Session, point: BoardPoint, context: ToolContext): Outcome
  }
  /** Arrow keys, where they mean something else than moving the view; null leaves them to it. @param by one step to the right or up */
  arrow?(session: Session, by: Point, context: ToolContext, shift: boolean): Outcome | null
  paint(canvas: CanvasRenderingContext2D, session: Session, view: View, context: ToolContext): void
}

/** By what a tool is known and found, which what makes tools passes on as it is. */
export type Named = Pick<Tool, 'name' | 'word' | 'key' | 'picture' | 'also' | 'drawer'>

export const named = ({ name, word, key, picture, also, drawer }: Named): Named => ({
  name,
  word,
  key,
  ...(picture && { picture }),
  ...(also && { also }),
  ...(drawer && { drawer }),
})

/** Most tools place what the cursor gives, and begin anew after an undo. */
export const plain = {
  steer: (_session: Session, raw: BoardPoint): BoardPoint => raw,
  undone: (): Session => EMPTY_SESSION,
}
