import type { TieKind } from '@/core/fit/tie-points'
import type { Point } from '@/core/geometry/vector'
import type { ProjectRecord } from '@/core/model/registry'
import type { LengthDisplay } from '@/core/units/format'
import type { BoardPoint } from '../board/catch-on-board'
import type { View } from '../board/view'
import type { Step } from '../steps'

export type ToolName = 'look' | 'measure' | 'fit' | 'straighten' | 'tie' | 'wall' | 'crop' | 'move-sheet' | 'place'

/** What a tool has gathered so far. Given up when another tool is taken. */
export interface Session {
  /** Points placed, in order. */
  readonly points: readonly BoardPoint[]
  /** What the mouse itself points at. */
  readonly raw: BoardPoint | null
  /** Where the next point would fall: `raw`, steered by what is typed and held. */
  readonly cursor: BoardPoint | null
  /** Fields typed, by name; empty where the mouse gives the value. */
  readonly typed: Readonly<Record<string, string>>
  /** While it is held, lines run level, upright or at 45°. */
  readonly held: boolean
}

export const EMPTY_SESSION: Session = { points: [], raw: null, cursor: null, typed: {}, held: false }

/** What a tool may look at. */
export interface ToolContext {
  readonly records: ReadonlyMap<string, ProjectRecord>
  readonly display: LengthDisplay
  readonly selection: readonly string[]
  /** Choices that outlive a session, such as the wall's thickness. */
  readonly choices: Choices
}

export interface Choices {
  readonly wallThicknessMm: number
  readonly tracedLine: 'left' | 'centre' | 'right'
  readonly cropShape: 'rectangle' | 'corners'
  /** What a known length states: the distance, or only its part along or across the board. */
  readonly statedAlong: 'distance' | 'along' | 'across'
  /** What tie points may do to a sheet. */
  readonly tieKind: TieKind
  /** The length measured on site that is being given its two points. */
  readonly reading: string | null
}

/** A value that can be typed on the bench. */
export interface Field {
  readonly name: string
  readonly label: string
  /** What stands there while nothing is typed: what the mouse gives. */
  readonly value: string
  /** The field that takes what is typed anywhere. */
  readonly first?: boolean
}

/** What follows from a click or Enter. `say` is a sentence for the person where it could not be done. */
export interface Outcome {
  readonly session: Session
  readonly say?: string
  /** Whether the tool has done what it was taken for, and is laid aside. */
  readonly done?: boolean
}

/** One way of working on the board. */
export interface Tool {
  readonly name: ToolName
  readonly word: string
  /** The key that takes it. */
  readonly key: string
  /** The steps in which it is offered. */
  readonly steps: readonly Step[]
  /** What comes next, in a sentence. */
  say(session: Session, context: ToolContext): string
  fields(session: Session, context: ToolContext): readonly Field[]
  /** Whether it places points: the cursor catches then. */
  readonly places: boolean
  /** Whether the loupe opens while a point is placed. */
  readonly loupe: boolean
  /** Where a point falls, given the cursor: typed and held values come in here. */
  steer(session: Session, raw: BoardPoint, context: ToolContext): BoardPoint
  click(session: Session, point: BoardPoint, context: ToolContext): Outcome
  /** Enter: takes what is typed, or ends. */
  enter(session: Session, context: ToolContext): Outcome
  /** After an undo the last placed point may have lost its ground. */
  undone(session: Session): Session
  /** Arrow keys, where they mean something else than moving the view. @param by one step to the right or up */
  arrow?(session: Session, by: Point, context: ToolContext): Outcome
  paint(canvas: CanvasRenderingContext2D, session: Session, view: View, context: ToolContext): void
}

/** Most tools place what the cursor gives, and begin anew after an undo. */
export const plain = {
  steer: (_session: Session, raw: BoardPoint): BoardPoint => raw,
  undone: (): Session => EMPTY_SESSION,
}

/** `p` turned about `from` onto the nearest eighth of a circle, at its own distance along it. */
export function holdDirection(from: Point, p: Point): Point {
  const eighth = Math.PI / 4
  const angle = Math.round(Math.atan2(p.y - from.y, p.x - from.x) / eighth) * eighth
  const along = (p.x - from.x) * Math.cos(angle) + (p.y - from.y) * Math.sin(angle)
  return { x: from.x + Math.cos(angle) * along, y: from.y + Math.sin(angle) * along }
}

/** The angle of a line in degrees, 0 to 360, anticlockwise from level. */
export const directionDeg = (from: Point, to: Point): number =>
  ((Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI + 360) % 360
