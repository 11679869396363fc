import { create } from 'zustand'
import { createJSONStorage, persist } from 'zustand/middleware'
import type { DrawerName } from '@/studio/kernel/drawer'
import type { Tool } from '@/studio/kernel/tool'
import type { Light } from '@/studio/ui/palette'

/** How the window is laid out: of this browser, whatever project is open. */
export interface Layout {
  readonly indexOpen: boolean
  readonly indexWidthPx: number
  /** Whether the card takes its place beside the board; else it floats over it. */
  readonly cardDocked: boolean
  /** How far the floating card was moved from its corner. */
  readonly cardMovedPx: { readonly x: number; readonly y: number }
  /** The tool used last in each drawer, by its name: it stays on the front. */
  readonly fronts: Readonly<Partial<Record<DrawerName, string>>>
  /** What was found and used last, by its id, the latest first. */
  readonly recent: readonly string[]
  /** The light that is wanted; that of the system where nothing is said. */
  readonly light: Light | null
  /** Whether solids cast shadows; where the machine can, if nothing is said. */
  readonly shadows: boolean | null
}

/** So many that were used last stand in front. */
const MOST_RECENT = 6

const NARROWEST_INDEX_PX = 180
const WIDEST_INDEX_PX = 420

export const useLayout = create<Layout>()(
  persist(
    (): Layout => ({
      indexOpen: true,
      indexWidthPx: 216,
      cardDocked: false,
      cardMovedPx: { x: 0, y: 0 },
      fronts: {},
      recent: [],
      light: null,
      shadows: null,
    }),
    { name: 'calque-layout', storage: createJSONStorage(() => localStorage) },
  ),
)

const { getState: get, setState: set } = useLayout

/** Windows of this width have room for the board alone. */
export const PHONE_PX = 600

export const foldIndex = (): void => void set({ indexOpen: !get().indexOpen })

export const widenIndex = (toPx: number): void =>
  void set({ indexWidthPx: Math.round(Math.min(WIDEST_INDEX_PX, Math.max(NARROWEST_INDEX_PX, toPx))) })

export const dockCard = (cardDocked: boolean): void => void set({ cardDocked, cardMovedPx: { x: 0, y: 0 } })

export const moveCard = (cardMovedPx: Layout['cardMovedPx']): void => void set({ cardMovedPx })

/** The tool stays on the front of its drawer. */
export function keepOnFront({ drawer, name }: Tool): void {
  if (drawer && get().fronts[drawer] !== name) set({ fronts: { ...get().fronts, [drawer]: name } })
}

/** Something was found and used: it stands in front the next time. */
export function usedLast(id: string): void {
  set({ recent: [id, ...get().recent.filter((each) => each !== id)].slice(0, MOST_RECENT) })
}

export const wantLight = (light: Light | null): void => void set({ light })

export const castShadows = (shadows: boolean): void => void set({ shadows })
