import { create } from 'zustand'
import type { Point } from '@/core/geometry/vector'
import { FIRST_LAYER } from '@/core/model/layer/schema'
import { FIRST_LEVEL, levelsOf } from '@/core/model/level/schema'
import { displayOf } from '@/core/model/settings/schema'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import type { BoardPoint } from '@/studio/board/catch-on-board'
import type { Step } from '@/studio/kernel/step'
import {
  type Choices,
  EMPTY_SESSION,
  type Outcome,
  PICK_RADIUS_PX,
  type Session,
  type ToolContext,
  type ToolName,
} from '@/studio/kernel/tool'
import { toolNamed } from '@/studio/shell/tools'
import { currentPlan } from './plan'
import { tell, tellLocked, useProject } from './store'
import { useView } from './view'

/** What can be told of beside the board instead of the step. */
export type SideCard = 'sheets' | 'history' | 'lift' | 'walls'

/** What the person is doing in this window: nothing of it belongs to the project. */
export interface BenchState {
  readonly step: Step
  readonly tool: ToolName
  readonly session: Session
  readonly selection: readonly string[]
  /** Whether sheets that are picked change together: those that were brought in at once only lie there picked. */
  readonly together: boolean
  readonly choices: Choices
  /** What is caught: words of kinds that are off, and whether sheets and drawn lines are. */
  readonly catching: { readonly off: readonly string[]; readonly sheets: boolean; readonly drawn: boolean }
  /** While it is held nothing is caught. */
  readonly catchNothing: boolean
  readonly cardOpen: boolean
  /** What is looked at while a key is held: the sheets without the tracing, the tracing alone, or only the active layer. */
  readonly looking: 'sheets' | 'tracing' | 'layer' | null
  /** Whether layers other than the active one are drawn faintly. */
  readonly quietOthers: boolean
  /** The level that is worked on; null while all show. */
  readonly levelId: string | null
  /** Whether the level below shows through. */
  readonly ghostBelow: boolean
  /** What the middle of the window shows. */
  readonly views: 'plan' | 'solid' | 'both' | 'tables'
  readonly keysOpen: boolean
  readonly wallTypesOpen: boolean
  readonly openingTypesOpen: boolean
  /** Who asked for a section: the catalogue opens, and tells them. */
  readonly sectionWanted: ((sectionId: string) => void) | null
  /** The work plane that is copied along the building. */
  readonly copiedPlane: string | null
  /** The underlay that is pointed at, on the board or in the stack. */
  readonly pointed: string | null
  /** Underlays that are looked at alone; null for all that are shown. */
  readonly solo: readonly string[] | null
  /** What the card tells of instead of the step. */
  readonly sideCard: SideCard | null
  /** Files of which the last sheet was just taken off the board. */
  readonly unused: readonly string[]
  /** A length of a sheet that is pointed at in a card, and lights up on the board. */
  readonly lit: LitLength | null
}

/** Two points of an underlay, in sheet space. */
export interface LitLength {
  readonly underlayId: string
  readonly fromPt: Point
  readonly toPt: Point
}

export const useBench = create<BenchState>(() => ({
  step: 'bring-in',
  tool: 'look',
  session: EMPTY_SESSION,
  selection: [],
  together: true,
  choices: {
    wallThicknessMm: 300,
    tracedLine: 'left',
    ringShape: 'rectangle',
    statedAlong: 'distance',
    basePoint: null,
    tieKind: 'similarity',
    reading: null,
    wallForm: 'chain',
    wallTypeId: null,
    wallFlipped: false,
    pickedThicknessMm: null,
    openingTypeId: null,
    openingUse: 'door',
    openingBy: 'its middle',
    openingWidthMm: 900,
    openingHeightMm: 2100,
    openingSillMm: 900,
    doorWay: 'hinged',
    doorHinge: 'start',
    columnSection: 'rectangle',
    columnWidthMm: 300,
    columnDepthMm: 300,
    slabThicknessMm: 200,
    roofPitchDeg: 30,
    roofThicknessMm: 250,
    stairWidthMm: 1000,
    lastGridName: null,
    memberUse: 'beam',
    sectionId: 'IPE 200',
    pairSectionId: null,
    seat: 'middle',
    memberTurnDeg: 0,
    memberAcrossMm: 0,
    memberUpMm: 0,
    memberMirrored: false,
    memberAsideMm: 0,
    memberEndsOn: null,
    memberRuns: 'through',
    memberFit: 'plain',
    jointKind: 'face',
    jointGapMm: 0,
    planeBy: 'a line',
    plateForm: 'rectangle',
    plateThicknessMm: 15,
    plateMarginMm: 10,
    boltSize: 'M16',
    boltGrade: '8.8',
    boltRows: 2,
    boltColumns: 2,
    boltRowPitchMm: 100,
    boltColumnPitchMm: 60,
    layerId: FIRST_LAYER.id,
    linePiece: 'straight',
    related: [],
    lineUp: null,
    depthFor: null,
    arcWay: 'three points',
    sides: 6,
    dimensionWay: 'aligned',
    measureWay: 'distance',
    hatchPattern: 'lines',
    hatchSpacingMm: 100,
    hatchDeg: 45,
    letterMm: 250,
    partLetterMm: 3.5,
    frameWay: 'touching',
    cornerWay: 'round',
    arrayWay: 'along',
    mirrorKeeps: true,
    pairsScale: true,
    symbolId: null,
    symbolMirrored: false,
    stepMm: 0,
    gridMm: 0,
    gridWhileMeasuring: false,
  },
  cardOpen: true,
  catching: { off: [], sheets: true, drawn: true },
  catchNothing: false,
  looking: null,
  quietOthers: false,
  levelId: null,
  ghostBelow: false,
  views: 'plan',
  keysOpen: false,
  wallTypesOpen: false,
  openingTypesOpen: false,
  sectionWanted: null,
  copiedPlane: null,
  pointed: null,
  solo: null,
  sideCard: null,
  unused: [],
  lit: null,
}))

const { getState: get, setState: set } = useBench

/** The tool with which each step begins. */
const FIRST_TOOL: Record<Step, ToolName> = {
  'bring-in': 'look',
  fit: 'fit',
  trace: 'wall',
  check: 'measure',
  'hand-over': 'look',
}

export function goTo(step: Step): void {
  set({ step, tool: FIRST_TOOL[step], session: EMPTY_SESSION, cardOpen: true, sideCard: null })
}

export function takeTool(tool: ToolName): void {
  const { steps, card = null } = toolNamed(tool)
  const { step, sideCard, tool: former } = get()
  // The card of a tool goes with it.
  const left = sideCard === toolNamed(former).card ? null : sideCard
  set({
    tool,
    session: EMPTY_SESSION,
    step: steps.includes(step) ? step : (steps[0] ?? step),
    sideCard: card ?? left,
    ...(card && { cardOpen: true }),
  })
}

export const select = (selection: readonly string[], together = true): void => set({ selection, together })

export const pointAt = (pointed: string | null): void => {
  if (get().pointed !== pointed) set({ pointed })
}

/** Opens the card of sheets, with these picked. */
export const showSheetCard = (selection: readonly string[]): void =>
  set({ selection, sideCard: 'sheets', cardOpen: true })

/** Asks whether the pages of files that nothing lies there of any more shall stay. */
export const askAbout = (unused: readonly string[]): void => set({ unused })

/** Lights a length up while it is pointed at. */
export const light = (lit: LitLength | null): void => set({ lit })

export const lookAlone = (solo: readonly string[] | null): void => set({ solo })

export const setCatching = (catching: Partial<BenchState['catching']>): void =>
  set({ catching: { ...get().catching, ...catching } })

export const setChoices = (choices: Partial<Choices>): void => set({ choices: { ...get().choices, ...choices } })

/** Works on one level: what stands on others neither shows nor is caught. */
export function workOn(levelId: string | null): void {
  currentPlan().lookAt(levelId)
  set({ levelId })
}

/** New elements stand on the level that is worked on, else on the lowest. */
export function levelForNew(): string {
  const { records } = useProject.getState()
  const { levelId } = get()
  return levelId && records.has(levelId) ? levelId : (levelsOf(records)[0] ?? FIRST_LEVEL).id
}

/** The work plane that is worked on; null on the plan. */
export function planeWorkedOn(): string | null {
  const { levelId } = get()
  return levelId && workPlaneOf(levelId, useProject.getState().records) ? levelId : null
}

export function toolContext(): ToolContext {
  const { records } = useProject.getState()
  const { selection, together, choices } = get()
  return {
    records,
    display: displayOf(records),
    selection,
    group: together ? selection : [],
    choices,
    levelId: levelForNew(),
    planeId: planeWorkedOn(),
    plan: currentPlan(),
    reachMm: PICK_RADIUS_PX / useView.getState().pxPerMm,
  }
}

/** Changes what was gathered; the cursor follows from it. */
export function updateSession(change: Partial<Omit<Session, 'cursor'>>): void {
  const { tool, session } = get()
  const next = { ...session, ...change }
  set({ session: { ...next, cursor: next.raw && toolNamed(tool).steer(next, next.raw, toolContext()) } })
}

/** Takes in what a tool made of a click, Enter or undo. The mouse stays where it is. */
export function takeOutcome({ session, say, locked, done, next, pick, choose, look }: Outcome): void {
  const { raw, held, touchedRad } = get().session
  if (choose) setChoices(choose)
  if (pick) select(pick)
  if (look) workOn(look)
  if (done || next) takeTool(next ?? 'look')
  else updateSession({ ...session, raw, held, touchedRad })
  if (say) tell(say)
  if (locked) tellLocked(locked)
}

/** A click on the board, at where it falls. */
export function pressAt(point: BoardPoint): void {
  const { tool, session } = get()
  const context = toolContext()
  if (toolNamed(tool).onPlan && context.planeId)
    return tell('This stands on levels: go to the plan first (/), or place members here.')
  takeOutcome(toolNamed(tool).click(session, point, context))
}

/** An arrow key. @returns whether the tool took it */
export function pressArrow(by: Point, shift: boolean): boolean {
  const { tool, session } = get()
  const { arrow } = toolNamed(tool)
  if (!arrow) return false
  takeOutcome(arrow(session, by, toolContext(), shift))
  return true
}

/** A key of the tool in hand. @returns whether the tool has it */
export function pressToolKey(key: string): boolean {
  const { tool, session } = get()
  const own = toolNamed(tool).keys?.find((each) => each.key === key)
  if (own) takeOutcome(own.press(session, toolContext()))
  return own !== undefined
}

export function pressEnter(): void {
  const { tool, session } = get()
  if (toolNamed(tool).onPlan && planeWorkedOn()) return
  takeOutcome(toolNamed(tool).enter(session, toolContext()))
}

/** Esc gives up what was begun, then the tool, then the selection. */
export function pressEscape(): void {
  const { session, tool, selection } = get()
  if (session.drag || session.points.length > 0 || session.ids.length > 0 || Object.keys(session.typed).length > 0)
    updateSession({ ...EMPTY_SESSION, raw: session.raw })
  else if (tool !== 'look') takeTool('look')
  else if (selection.length > 0) select([])
}
