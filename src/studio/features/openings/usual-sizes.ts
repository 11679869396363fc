import type { OpeningUse } from '@/core/model/opening/schema'
import { usualOpening } from '@/core/model/opening/usual'
import { shownDisplayOf } from '@/core/model/settings/schema'
import { choose, optionsNow } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { onUnitSystem } from '@/studio/state/unit-system'
import { openingOptions } from './options'

type Sizes = Pick<(typeof openingOptions)['initial'], 'openingWidthMm' | 'openingHeightMm' | 'openingSillMm'>

/** Sizes that were chosen of kinds of openings that are not in hand. */
const remembered = new Map<OpeningUse, Sizes>()

/** Takes another kind of opening in hand, with its own size: the one chosen last, else the usual one. */
export function chooseOpeningUse(use: OpeningUse): void {
  const { openingUse, openingWidthMm, openingHeightMm, openingSillMm } = optionsNow(openingOptions)
  remembered.set(openingUse, { openingWidthMm, openingHeightMm, openingSillMm })
  choose(openingOptions, { openingUse: use, ...(remembered.get(use) ?? sizesOf(use)) })
}

function sizesOf(use: OpeningUse): Sizes {
  const { widthMm, heightMm, sillMm } = usualOpening(use, shownDisplayOf(useProject.getState().records))
  return { openingWidthMm: widthMm, openingHeightMm: heightMm, openingSillMm: sillMm }
}

/** Where the job goes over to feet and inches, or back, openings have the usual sizes there. @returns a function that stops it */
export const followUnitOfOpenings = (): (() => void) =>
  onUnitSystem(() => {
    remembered.clear()
    choose(openingOptions, sizesOf(optionsNow(openingOptions).openingUse))
  })
