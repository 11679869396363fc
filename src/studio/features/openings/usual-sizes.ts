import type { OpeningUse } from '@/core/model/opening/schema'
import { usualOpening } from '@/core/model/opening/usual'
import { displayOf } from '@/core/model/settings/schema'
import { isImperial } from '@/core/units/format'
import { MM_PER } from '@/core/units/length'
import type { Choices } from '@/studio/kernel/tool'
import { setChoices, useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/store'

const IN = MM_PER.in

/** What is built begins with round figures of the job: metric ones, and those in inches. */
const USUAL = {
  wallThicknessMm: [300, 12 * IN],
  columnWidthMm: [300, 12 * IN],
  columnDepthMm: [300, 12 * IN],
  slabThicknessMm: [200, 8 * IN],
  roofThicknessMm: [250, 10 * IN],
  stairWidthMm: [1000, 36 * IN],
  plateThicknessMm: [15, 0.5 * IN],
  boltRowPitchMm: [100, 4 * IN],
  boltColumnPitchMm: [60, 3 * IN],
  hatchSpacingMm: [100, 4 * IN],
  letterMm: [250, 10 * IN],
} as const satisfies Partial<Record<keyof Choices, readonly [number, number]>>

/** Sizes that were chosen of kinds of openings that are not in hand. */
const remembered = new Map<OpeningUse, Partial<Choices>>()

/** Takes another kind of opening in hand, with its own size: the one chosen last, else the usual one. */
export function chooseOpeningUse(use: OpeningUse): void {
  const { openingUse, openingWidthMm, openingHeightMm, openingSillMm } = useBench.getState().choices
  remembered.set(openingUse, { openingWidthMm, openingHeightMm, openingSillMm })
  setChoices({ openingUse: use, ...(remembered.get(use) ?? sizesOf(use)) })
}

function sizesOf(use: OpeningUse): Partial<Choices> {
  const { widthMm, heightMm, sillMm } = usualOpening(use, displayOf(useProject.getState().records))
  return { openingWidthMm: widthMm, openingHeightMm: heightMm, openingSillMm: sillMm }
}

/** What the sizes in hand are of. */
let imperial = false

/**
 * Where the job goes over to feet and inches, or back, sizes that nobody chose become the usual ones there.
 * @returns a function that stops it
 */
export function followUnit(): () => void {
  const follow = () => {
    const next = isImperial(displayOf(useProject.getState().records))
    if (next === imperial) return
    imperial = next
    const [from, to] = next ? [0, 1] : [1, 0]
    const { choices } = useBench.getState()
    const changed = Object.entries(USUAL)
      .filter(([key, sizes]) => choices[key as keyof typeof USUAL] === sizes[from])
      .map(([key, sizes]) => [key, sizes[to]])
    remembered.clear()
    setChoices({ ...Object.fromEntries(changed), ...sizesOf(choices.openingUse) })
  }
  follow()
  return useProject.subscribe(({ records }, before) => {
    if (records !== before.records) follow()
  })
}
