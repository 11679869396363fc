import type { RelationWay } from '@/core/model/relation/schema'
import type { Demanding } from '@/core/sketch/demands'
import type { LengthDisplay } from '@/core/units/format'
import { sayStated } from '@/studio/tooling/stated'

export const WAY_WORDS: Readonly<Record<RelationWay, string>> = {
  on: 'On one another',
  level: 'Level',
  upright: 'Upright',
  parallel: 'Parallel',
  square: 'Square',
  tangent: 'Tangent',
  concentric: 'One centre',
  equal: 'Equal',
  symmetric: 'Symmetric',
  fixed: 'Fixed',
}

/** A demand in a few words. */
export const sayDemand = (demand: Demanding, display: LengthDisplay): string =>
  demand.kind === 'relation' ? WAY_WORDS[demand.way].toLowerCase() : sayStated(demand.way, demand.stated, display)
