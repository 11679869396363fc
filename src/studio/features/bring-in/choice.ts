import { create } from 'zustand'
import type { Point } from '@/core/geometry/vector'

/** How pages that are picked will be laid down. */
export interface LayChoices {
  readonly where: 'beside' | 'origin' | 'point'
  /** As typed; empty for the ratio that each sheet names itself. */
  readonly ratio: string
  /** Anticlockwise. */
  readonly quarterTurns: number
  /** Null for the level or work plane that is worked on. */
  readonly levelId: string | null
}

interface Choice {
  /** Ids of sheets, in the order in which they were picked. */
  readonly picked: readonly string[]
  /** By sheet, the part of it to bring in. */
  readonly crops: ReadonlyMap<string, readonly Point[]>
  readonly lay: LayChoices
  /** The page looked at closely. */
  readonly viewing: string | null
}

const NOTHING: Choice = {
  picked: [],
  crops: new Map(),
  lay: { where: 'beside', ratio: '', quarterTurns: 0, levelId: null },
  viewing: null,
}

/** What is chosen on the wall of pages and not laid down yet. */
export const useChoice = create<Choice>(() => NOTHING)

const { getState: get, setState: set } = useChoice

export const togglePick = (id: string): void =>
  set(({ picked }) => ({ picked: picked.includes(id) ? picked.filter((each) => each !== id) : [...picked, id] }))

/** Picks everything from the page picked last up to this one. @param order all pages as they stand on the wall */
export function pickThrough(id: string, order: readonly string[]): void {
  const { picked } = get()
  const [from, to] = [order.indexOf(picked.at(-1) ?? id), order.indexOf(id)]
  const range = order.slice(Math.min(from, to), Math.max(from, to) + 1)
  set({ picked: [...picked, ...range.filter((each) => !picked.includes(each))] })
}

export const chooseLay = (change: Partial<LayChoices>): void => set(({ lay }) => ({ lay: { ...lay, ...change } }))

export const cropPage = (id: string, crop: readonly Point[] | null): void =>
  set(({ crops }) => {
    const next = new Map(crops)
    if (crop) next.set(id, crop)
    else next.delete(id)
    return { crops: next }
  })

export const viewPage = (id: string | null): void => set({ viewing: id })

/** Forgets what was picked; how pages are laid stays for the next ones, though not what they lie on. */
export const letGo = (): void =>
  set(({ lay }) => ({ picked: [], crops: new Map(), viewing: null, lay: { ...lay, levelId: null } }))
