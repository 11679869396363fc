import type { RelationWay } from '@/core/model/relation/schema'
import type { Demanding } from '@/core/sketch/demands'
import { formatLength, type LengthDisplay, partDisplay } from '@/core/units/format'

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

/** What a dimension states, as a person types it. */
export const sayStated = (way: string, stated: number, display: LengthDisplay): string =>
  way === 'angle'
    ? `${((stated * 180) / Math.PI).toFixed(2)}°`
    : `${way === 'radius' ? 'R ' : ''}${formatLength(stated, partDisplay(display), false)}`

/** A demand in a few words. */
export const sayDemand = (demand: Demanding, display: LengthDisplay): string =>
  demand.kind === 'relation' ? WAY_WORDS[demand.way].toLowerCase() : sayStated(demand.way, demand.stated, display)
