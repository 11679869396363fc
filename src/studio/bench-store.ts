import { create } from 'zustand'
import type { Point } from '@/core/geometry/vector'
import { USUAL_DISPLAY } from '@/core/units/format'
import { settingsOf, tell, useProject } from './project/store'
import type { Step } from './steps'
import { toolNamed } from './tools/registry'
import { type Choices, EMPTY_SESSION, type Outcome, type Session, type ToolContext, type ToolName } from './tools/tool'

/** What the person is doing in this window: nothing of it belongs to the project. */
export interface BenchState {
  readonly step: Step
  readonly tool: ToolName
  readonly session: Session
  readonly selection: readonly string[]
  readonly choices: Choices
  readonly cardOpen: boolean
  /** Whether the sheet is looked at through the model: a held key. */
  readonly seeThrough: boolean
  readonly keysOpen: boolean
  /** The underlay that is pointed at, on the board or in the stack. */
  readonly pointed: string | null
  /** Underlays that are looked at alone; null for all that are shown. */
  readonly solo: readonly string[] | null
  /** Whether the card tells of the picked sheets rather than of the step. */
  readonly sheetCard: boolean
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
  choices: {
    wallThicknessMm: 300,
    tracedLine: 'left',
    cropShape: 'rectangle',
    statedAlong: 'distance',
    tieKind: 'similarity',
    reading: null,
  },
  cardOpen: true,
  seeThrough: false,
  keysOpen: false,
  pointed: null,
  solo: null,
  sheetCard: false,
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
  set({ step, tool: FIRST_TOOL[step], session: EMPTY_SESSION, cardOpen: true, sheetCard: false })
}

export function takeTool(tool: ToolName): void {
  const { steps } = toolNamed(tool)
  const { step } = get()
  set({ tool, session: EMPTY_SESSION, step: steps.includes(step) ? step : (steps[0] ?? step) })
}

export const select = (selection: readonly string[]): void => set({ selection })

export const pointAt = (pointed: string | null): void => {
  if (get().pointed !== pointed) set({ pointed })
}

/** Opens the card of sheets, with these picked. */
export const showSheetCard = (selection: readonly string[]): void => set({ selection, sheetCard: true, cardOpen: true })

/** Asks whether the pages of files that nothing lies there of any more shall stay. */
export const askAbout = (unused: readonly string[]): void => set({ unused })

/** Lights a length up while it is pointed at. */
export const light = (lit: LitLength | null): void => set({ lit })

export const lookAlone = (solo: readonly string[] | null): void => set({ solo })

export const setChoices = (choices: Partial<Choices>): void => set({ choices: { ...get().choices, ...choices } })

export function toolContext(): ToolContext {
  const { records } = useProject.getState()
  const { unit, precision } = settingsOf(records)
  const { selection, choices } = get()
  return { records, display: { ...USUAL_DISPLAY[unit], precision }, selection, choices }
}

/** Changes what was gathered; the cursor follows from it. */
export function updateSession(change: Partial<Omit<Session, 'cursor'>>): void {
  const { tool, session } = get()
  const next = { ...session, ...change }
  set({ session: { ...next, cursor: next.raw && toolNamed(tool).steer(next, next.raw, toolContext()) } })
}

/** Takes in what a tool made of a click, Enter or undo. The mouse stays where it is. */
export function takeOutcome({ session, say, done }: Outcome): void {
  const { raw, held } = get().session
  if (done) takeTool('look')
  else updateSession({ ...session, raw, held })
  if (say) tell(say)
}

/** An arrow key. @returns whether the tool took it */
export function pressArrow(by: Point): boolean {
  const { tool, session } = get()
  const { arrow } = toolNamed(tool)
  if (!arrow) return false
  takeOutcome(arrow(session, by, toolContext()))
  return true
}

export function pressEnter(): void {
  const { tool, session } = get()
  takeOutcome(toolNamed(tool).enter(session, toolContext()))
}

/** Esc gives up what was begun, then the tool, then the selection. */
export function pressEscape(): void {
  const { session, tool, selection } = get()
  if (session.points.length > 0 || Object.keys(session.typed).length > 0)
    updateSession({ ...EMPTY_SESSION, raw: session.raw })
  else if (tool !== 'look') takeTool('look')
  else if (selection.length > 0) select([])
}
