import { create } from 'zustand'
import { FIRST_LEVEL, levelsOf } from '@/core/model/level/schema'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import type { CardToken } from '@/studio/kernel/card'
import type { LitLength } from '@/studio/kernel/lit-length'
import { choosing, type Option, type OptionGroup, type Values, valuesOf } from '@/studio/kernel/options'
import { EMPTY_SESSION } from '@/studio/kernel/session'
import type { Hand } from '@/studio/kernel/workbench'
import { select } from '@/studio/tooling/select'
import { lookAtLevel } from './plan'
import { useProject } from './project'

/** What the person is doing in this window: nothing of it belongs to the project. */
export interface BenchState extends Hand {
  /** What is caught: words of kinds that are off, and whether sheets and drawn lines are. */
  readonly catching: { readonly off: readonly string[]; readonly sheets: boolean; readonly drawn: boolean }
  /** While it is held nothing is caught. */
  readonly catchNothing: boolean
  /** What is looked at while a key is held: the sheets without the tracing, the tracing alone, or only the active layer. */
  readonly looking: 'sheets' | 'tracing' | 'layer' | null
  /** Whether layers other than the active one are drawn faintly. */
  readonly quietOthers: boolean
  /** The level that is worked on; null while all show. */
  readonly levelId: string | null
  /** Whether the level below shows through. */
  readonly ghostBelow: boolean
  /** Whether a finger aims at a point: the loupe stands above it until it is lifted. */
  readonly aiming: boolean
  /** What the middle of the window shows. */
  readonly views: 'plan' | 'solid' | 'both' | 'tables'
  /** The underlay that is pointed at, on the board or in the stack. */
  readonly pointed: string | null
  /** Underlays that are looked at alone; null for all that are shown. */
  readonly solo: readonly string[] | null
  /** Files of which the last sheet was just taken off the board. */
  readonly unused: readonly string[]
  /** A length of a sheet that is pointed at in a card, and lights up on the board. */
  readonly lit: LitLength | null
}

export const useBench = create<BenchState>(() => ({
  step: 'bring-in',
  tool: select,
  session: EMPTY_SESSION,
  selection: [],
  together: true,
  chosen: {},
  sideCard: null,
  cardOpen: null,
  catching: { off: [], sheets: true, drawn: true },
  catchNothing: false,
  looking: null,
  quietOthers: false,
  levelId: null,
  ghostBelow: false,
  aiming: false,
  views: 'plan',
  pointed: null,
  solo: null,
  unused: [],
  lit: null,
}))

const { getState: get, setState: set } = useBench

/** What is in hand changes through the workbench alone. */
export const setHand = (change: Partial<Hand>): void => set(change)

type Options = Readonly<Record<string, Option>>

/** What is chosen of a group of options, for who shows it. */
export const useOptions = <O extends Options>(group: OptionGroup<O>): Values<O> =>
  useBench(({ chosen }) => valuesOf(group, chosen))

export const optionsNow = <O extends Options>(group: OptionGroup<O>): Values<O> => valuesOf(group, get().chosen)

export const choose = <O extends Options>(group: OptionGroup<O>, values: Partial<Values<O>>): void =>
  set(({ chosen }) => ({ chosen: choosing(group.with(values), chosen) }))

/** Shows a card instead of that of the step. */
export const showCard = (sideCard: CardToken): void => set({ sideCard, cardOpen: true })

/** Puts away the card that is shown instead of the step's, else the step's own. */
export const closeCard = (): void => set(({ sideCard }) => (sideCard ? { sideCard: null } : { cardOpen: false }))

export const openCard = (): void => set({ cardOpen: true })

/** What the middle of the window shows. */
export const showViews = (views: BenchState['views']): void => set({ views })

/** What is looked at while a key is held. */
export const lookAtOnly = (looking: BenchState['looking']): void => set({ looking })

export const setGhostBelow = (ghostBelow: boolean): void => set({ ghostBelow })

export const setQuietOthers = (quietOthers: boolean): void => set({ quietOthers })

/** While it is held the mouse alone says where a point falls. @returns whether that is new */
export function setCatchNothing(catchNothing: boolean): boolean {
  if (get().catchNothing === catchNothing) return false
  set({ catchNothing })
  return true
}

export const setAiming = (aiming: boolean): void => set({ aiming })

/** Marks an underlay that is pointed at. */
export const pointToSheet = (pointed: string | null): void => {
  if (get().pointed !== pointed) set({ pointed })
}

/** Asks whether the pages of files that nothing lies there of any more shall stay. */
export const askAbout = (unused: readonly string[]): void => set({ unused })

/** Lights a length up while it is pointed at. */
export const light = (lit: LitLength | null): void => set({ lit })

export const lookAlone = (solo: readonly string[] | null): void => set({ solo })

export const setCatching = (catching: Partial<BenchState['catching']>): void =>
  set({ catching: { ...get().catching, ...catching } })

/** Works on one level: what stands on others neither shows nor is caught. */
export function workOn(levelId: string | null): void {
  lookAtLevel(levelId)
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
