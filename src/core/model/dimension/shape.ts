import { chainOf } from '../../draft/chain'
import { apply, lengthFactor } from '../../geometry/affine'
import { mirrors } from '../../geometry/piece/map'
import type { Point } from '../../geometry/vector'
import { type LengthDisplay, partDisplay } from '../../units/format'
import type { ShapeKind, Surroundings } from '../shape'
import { isPartView } from '../work-plane/schema'
import { layOut, offsetThrough } from './layout'
import { type Anchor, type Dimension, dimensionSchema } from './schema'

/** Where an anchor lies now: on its element as long as that has the point, else where it was. */
export const anchorPlace = ({ at, on }: Anchor, around: Surroundings): Point =>
  (on && around.anchor(on.id, on.anchor)) || at

export const measuredPoints = (dimension: Dimension, around: Surroundings): Point[] =>
  dimension.anchors.map((anchor) => anchorPlace(anchor, around))

/** What a dimension draws where it lies now; null where it measures nothing. */
export const dimensionLayout = (dimension: Dimension, around: Surroundings) =>
  layOut(
    dimension.way,
    measuredPoints(dimension, around),
    dimension.offsetMm,
    dimension.heightMm,
    displayOf(dimension, around),
  )

const displayOf = ({ planeId }: Dimension, { display, records }: Surroundings): LengthDisplay =>
  isPartView(planeId, records) ? partDisplay(display) : display

export const dimensionShape: ShapeKind<Dimension> = {
  schema: dimensionSchema,
  word: 'dimension',
  caught: false,
  line: false,
  chains: (dimension, around) => dimensionLayout(dimension, around)?.pieces.map((piece) => chainOf([piece])) ?? [],
  letters: (dimension, around) => dimensionLayout(dimension, around)?.letters ?? [],
  grips: (dimension, around) => {
    const layout = dimensionLayout(dimension, around)
    return layout ? [layout.grip, ...measuredPoints(dimension, around)] : measuredPoints(dimension, around)
  },
  withGrip: (dimension, index, to) => {
    if (index === 0) {
      const points = dimension.anchors.map(({ at }) => at)
      return { ...dimension, offsetMm: offsetThrough(dimension.way, points, to) }
    }
    return { ...dimension, anchors: dimension.anchors.map((anchor, i) => (i === index - 1 ? { at: to } : anchor)) }
  },
  byGrips: true,
  mapped: (dimension, map) => ({
    ...dimension,
    anchors: dimension.anchors.map(({ at }) => ({ at: apply(map, at) })),
    offsetMm:
      dimension.offsetMm * lengthFactor(map) * (mirrors(map) && !['angle', 'radius'].includes(dimension.way) ? -1 : 1),
    heightMm: dimension.heightMm * lengthFactor(map),
  }),
  renamed: (dimension, idOf) => ({
    ...dimension,
    anchors: dimension.anchors.map(({ at, on }) => ({ at, on: on && { ...on, id: idOf(on.id) } })),
  }),
  needs: ({ anchors }) => anchors.flatMap(({ on }) => (on ? [on.id] : [])),
}
