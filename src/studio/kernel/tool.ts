import type { TieKind } from '@/core/fit/tie-points'
import type { Point } from '@/core/geometry/vector'
import type { DimensionWay } from '@/core/model/dimension/schema'
import type { HatchPattern } from '@/core/model/hatch/schema'
import type { JointKind, MemberUse, Seat } from '@/core/model/member/schema'
import type { DoorWay, OpeningUse } from '@/core/model/opening/schema'
import type { Plan } from '@/core/model/plan'
import type { ProjectRecord } from '@/core/model/registry'
import type { FeatureRef } from '@/core/model/relation/schema'
import type { Underlay } from '@/core/model/underlay/schema'
import type { TracedLine } from '@/core/model/wall/schema'
import type { LengthDisplay } from '@/core/units/format'
import type { BoardPoint } from '@/studio/board/catch-on-board'
import type { SideCard } from '@/studio/state/bench'
import type { View } from '@/studio/state/view'
import type { FrameWay } from '@/studio/tooling/picking'
import type { Step } from './step'

/** Named by whoever adds a tool; the registry holds them all. */
export type ToolName = string

/** What is dragged on the board. */
export type Drag =
  | { readonly kind: 'frame'; readonly from: Point; readonly trail: readonly Point[] }
  | { readonly kind: 'move'; readonly from: Point }
  | { readonly kind: 'grip'; readonly id: string; readonly index: number }

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
  /** While it is held, lines run level, upright, at 45° or along the line last touched. */
  readonly held: boolean
  /** The direction of the line last touched. */
  readonly touchedRad: number | null
  /** Ids of what the tool has made or taken so far. */
  readonly ids: readonly string[]
  readonly drag: Drag | null
}

export const EMPTY_SESSION: Session = {
  points: [],
  raw: null,
  cursor: null,
  typed: {},
  held: false,
  touchedRad: null,
  ids: [],
  drag: null,
}

/** How near a click must come to a line to pick it. */
export const PICK_RADIUS_PX = 8

/** What a tool may look at. */
export interface ToolContext {
  readonly records: ReadonlyMap<string, ProjectRecord>
  readonly display: LengthDisplay
  readonly selection: readonly string[]
  /** Of what is picked, the sheets that change together. */
  readonly group: readonly string[]
  /** Choices that outlive a session, such as the wall's thickness. */
  readonly choices: Choices
  /** The level or work plane that new elements stand on. */
  readonly levelId: string
  /** The work plane that is worked on; null on the plan. */
  readonly planeId: string | null
  /** The geometry of what is drawn. */
  readonly plan: Plan
  /** How near a click must come to pick something. */
  readonly reachMm: number
}

export interface Choices extends DrawChoices, BuildChoices, MemberChoices {
  readonly wallThicknessMm: number
  readonly tracedLine: TracedLine
  /** How a part of a sheet is shown: by two opposite corners, or by any number of them. */
  readonly ringShape: 'rectangle' | 'corners'
  /** What a known length states: the distance, or only its part along or across the board. */
  readonly statedAlong: 'distance' | 'along' | 'across'
  /** What stays where it is when sheets are sized or turned; null for the first point clicked, or the middle. */
  readonly basePoint: Point | null
  /** What tie points may do to a sheet. */
  readonly tieKind: TieKind
  /** The length measured on site that is being given its two points. */
  readonly reading: string | null
}

/** Choices of what is built. */
export interface BuildChoices {
  readonly wallForm: 'chain' | 'round' | 'rectangle'
  /** The type of the next walls; null for plain ones. */
  readonly wallTypeId: string | null
  /** Whether the outside of the next walls is their right, looking the way they are drawn. */
  readonly wallFlipped: boolean
  /** A thickness that was picked from the sheet, until it is said what becomes of it. */
  readonly pickedThicknessMm: number | null
  /** The type of the next openings; null for sizes of their own. */
  readonly openingTypeId: string | null
  readonly openingUse: OpeningUse
  readonly openingBy: 'its middle' | 'two jambs'
  readonly openingWidthMm: number
  readonly openingHeightMm: number
  readonly openingSillMm: number
  readonly doorWay: DoorWay
  readonly doorHinge: 'start' | 'end'
  readonly columnSection: 'rectangle' | 'round'
  readonly columnWidthMm: number
  readonly columnDepthMm: number
  readonly slabThicknessMm: number
  readonly roofPitchDeg: number
  readonly roofThicknessMm: number
  readonly stairWidthMm: number
  /** What the grid line drawn last is called. */
  readonly lastGridName: string | null
}

/** Choices of members and what joins them. */
export interface MemberChoices {
  readonly memberUse: MemberUse
  /** A name of the catalogue, or the id of a section of the project's own. */
  readonly sectionId: string
  /** The section that was taken by key for a pair of lines of the sheet; null for the one that fits best. */
  readonly pairSectionId: string | null
  readonly seat: Seat
  readonly memberTurnDeg: number
  readonly memberAcrossMm: number
  readonly memberUpMm: number
  readonly memberMirrored: boolean
  /** How far out of the level or plane members are placed. */
  readonly memberAsideMm: number
  /** The plane on which members end, where it is another one than they start on: purlins, and braces between frames. */
  readonly memberEndsOn: string | null
  /** Whether members run on over those that they cross, or are broken at them. */
  readonly memberRuns: 'through' | 'broken'
  /** How an end is cut that is placed on another member; `plain` for not at all. */
  readonly memberFit: 'plain' | JointKind
  readonly jointKind: JointKind
  readonly jointGapMm: number
  readonly planeBy: 'a line' | 'two points'
  readonly plateForm: 'rectangle' | 'round' | 'outline'
  readonly plateThicknessMm: number
  /** By which the plate at an end stands out beyond the section. */
  readonly plateMarginMm: number
  readonly boltSize: string
  readonly boltGrade: string
  readonly boltRows: number
  readonly boltColumns: number
  readonly boltRowPitchMm: number
  readonly boltColumnPitchMm: number
}

/** Choices of drawing and changing. */
export interface DrawChoices {
  /** The layer that is drawn on. */
  readonly layerId: string
  readonly linePiece: 'straight' | 'arc'
  readonly arcWay: 'three points' | 'from centre' | 'by radius'
  readonly sides: number
  readonly dimensionWay: DimensionWay
  /** A point that was clicked on a view of a part, until the same one is clicked on another. */
  readonly lineUp: { readonly viewId: string; readonly at: Point } | null
  /** The step of a part whose depth is taken from the sheet. */
  readonly depthFor: { readonly partId: string; readonly stepId: string } | null
  /** What is picked to be related. */
  readonly related: readonly FeatureRef[]
  readonly measureWay: 'distance' | 'path' | 'angle' | 'radius' | 'area'
  readonly hatchPattern: HatchPattern
  readonly hatchSpacingMm: number
  readonly hatchDeg: number
  /** Of writing and of the figures of dimensions. */
  readonly letterMm: number
  /** The same on views of parts. */
  readonly partLetterMm: number
  readonly frameWay: FrameWay
  readonly cornerWay: 'round' | 'bevel' | 'sharp'
  readonly arrayWay: 'along' | 'around'
  /** Whether mirroring leaves the original where it is. */
  readonly mirrorKeeps: boolean
  /** Whether two pairs of points scale what is laid onto them. */
  readonly pairsScale: boolean
  /** The symbol that is placed. */
  readonly symbolId: string | null
  readonly symbolMirrored: boolean
  /** Lengths drawn freely come in such steps; 0 for none. */
  readonly stepMm: number
  /** Spacing of the grid; 0 for none. */
  readonly gridMm: number
  readonly gridWhileMeasuring: boolean
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

/** What follows from a click or Enter. `say` is a sentence for the person where it could not be done. */
export interface Outcome {
  readonly session: Session
  readonly say?: string
  /** Locked sheets that kept it from being done: that is said, with the way to unlock them beside it. */
  readonly locked?: readonly Underlay[]
  /** Whether the tool has done what it was taken for, and is laid aside. */
  readonly done?: boolean
  /** What is picked from now on. */
  readonly pick?: readonly string[]
  /** The work plane that is looked at from now on. */
  readonly look?: string
  /** The tool that is taken next. */
  readonly next?: ToolName
  /** Choices that change. */
  readonly choose?: Partial<Choices>
}

/** A key that does something while a tool is in hand. */
export interface ToolKey {
  readonly key: string
  readonly does: string
  press(session: Session, context: ToolContext): Outcome
}

/** One way of working on the board. */
export interface Tool {
  readonly name: ToolName
  readonly word: string
  /** The key that takes it; null for one that is only taken from the bench. */
  readonly key: string | null
  /** Keys of its own, which come before those that take other tools. */
  readonly keys?: readonly ToolKey[]
  /** Tools of one group stand together on the bench. */
  readonly group?: 'build' | 'draw' | 'change'
  /** The card that tells more while it is in hand. */
  readonly card?: SideCard
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
    /** Takes hold of what lies there; null leaves the drag to the view. */
    grab(session: Session, at: Point, context: ToolContext): Drag | null
    drop(session: Session, point: BoardPoint, context: ToolContext): Outcome
  }
  /** Arrow keys, where they mean something else than moving the view. @param by one step to the right or up */
  arrow?(session: Session, by: Point, context: ToolContext, shift: boolean): Outcome
  paint(canvas: CanvasRenderingContext2D, session: Session, view: View, context: ToolContext): void
}

/** Most tools place what the cursor gives, and begin anew after an undo. */
export const plain = {
  steer: (_session: Session, raw: BoardPoint): BoardPoint => raw,
  undone: (): Session => EMPTY_SESSION,
}

/** `p` turned about `from` onto the nearest eighth of a circle, or along or square to a touched line, at its own distance along it. */
export function holdDirection(from: Point, p: Point, touchedRad: number | null = null): Point {
  const eighths = Array.from({ length: 8 }, (_, i) => (i * Math.PI) / 4)
  const touched = touchedRad === null ? [] : [0, 1, 2, 3].map((i) => touchedRad + (i * Math.PI) / 2)
  const pointed = Math.atan2(p.y - from.y, p.x - from.x)
  const off = (angle: number) => Math.abs(Math.atan2(Math.sin(angle - pointed), Math.cos(angle - pointed)))
  const angle = [...eighths, ...touched].reduce((best, each) => (off(each) < off(best) ? each : best))
  const along = (p.x - from.x) * Math.cos(angle) + (p.y - from.y) * Math.sin(angle)
  return { x: from.x + Math.cos(angle) * along, y: from.y + Math.sin(angle) * along }
}

/** The angle of a line in degrees, 0 to 360, anticlockwise from level. */
export const directionDeg = (from: Point, to: Point): number =>
  ((Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI + 360) % 360
