import { movedBy } from '../../../geometry/affine'
import { leftOf, type Point, scale } from '../../../geometry/vector'
import { dimensionLayout, measuredPoints } from '../../../model/dimension/shape'
import { hatchLines } from '../../../model/hatch/shape'
import { vertices } from '../../../model/path/shape'
import { plainKind } from '../../../model/plain-shapes'
import type { Surroundings } from '../../../model/shape'
import { kindOf, type Shape } from '../../../model/shapes'
import type { SymbolRecord } from '../../../model/symbol/schema'
import { chainEntities } from '../chains'
import type { DxfBlock, DxfEntity, DxfHatchLines } from '../drawing'

type On = Pick<DxfEntity, 'layer' | 'pen'>

const degrees = (rad: number): number => (rad * 180) / Math.PI

/** What a shape draws, as plain lines and writing. */
export function plainEntities(shape: Shape, on: On, around: Surroundings): DxfEntity[] {
  const kind = kindOf(shape)
  const lines = kind
    .chains(shape, around)
    .flatMap((chain) => chainEntities(chain).map((entity): DxfEntity => ({ ...on, ...entity })))
  const letters = (kind.letters?.(shape, around) ?? []).map(
    ({ text, at, heightMm, turnRad, align }): DxfEntity => ({
      ...on,
      type: 'text',
      at,
      text,
      height: heightMm,
      turnDeg: degrees(turnRad),
      align,
    }),
  )
  return [...lines, ...letters]
}

/**
 * A shape as the entity that stands for it: a hatch is a hatch, a dimension measures, a symbol is placed.
 * @param layer that it goes on; within a block `0`, so that it takes that of the placing
 */
export function shapeEntities(shape: Shape, layer: string, around: Surroundings): DxfEntity[] {
  const on: On = { layer, ...('pen' in shape && shape.pen && { pen: shape.pen }) }
  switch (shape.kind) {
    case 'text':
      return shape.text.includes('\n')
        ? [
            {
              ...on,
              type: 'lines-of-text',
              at: shape.at,
              text: shape.text,
              height: shape.heightMm,
              turnDeg: degrees(shape.turnRad),
              align: 'start',
            },
          ]
        : plainEntities(shape, on, around)
    case 'hatch':
      return [
        {
          ...on,
          type: 'hatch',
          rings: shape.rings.map(({ xy, bulges }) => ({
            points: vertices({ xy }),
            ...(bulges?.some((bulge) => bulge !== 0) && { bulges }),
          })),
          lines: hatchLines(shape).map(
            ({ through, turnRad, spacingMm }): DxfHatchLines => ({
              through,
              turnDeg: degrees(turnRad),
              spacing: spacingMm,
            }),
          ),
          drawn: plainEntities(shape, on, around),
        },
      ]
    case 'dimension': {
      const layout = dimensionLayout(shape, around)
      const [figures] = layout?.letters ?? []
      if (!layout || !figures) return []
      const up = leftOf({ x: Math.cos(figures.turnRad), y: Math.sin(figures.turnRad) })
      const lifted: Point = scale(up, figures.heightMm / 2)
      return [
        {
          ...on,
          type: 'dimension',
          way: shape.way,
          points: measuredPoints(shape, around),
          through: layout.grip,
          textAt: { x: figures.at.x + lifted.x, y: figures.at.y + lifted.y },
          height: shape.heightMm,
          measured: layout.measured,
          drawn: plainEntities(shape, on, around),
        },
      ]
    }
    case 'insert': {
      const symbol = around.records.get(shape.symbolId)
      if (symbol?.kind !== 'symbol') return []
      const { at, turnRad, factor, mirrored } = shape
      return [
        {
          ...on,
          type: 'insert',
          block: symbolBlockName(symbol as SymbolRecord),
          at,
          turnDeg: degrees(turnRad),
          scaleX: mirrored ? -factor : factor,
          scaleY: factor,
        },
      ]
    }
    default:
      return plainEntities(shape, on, around)
  }
}

/** Symbols go by their names; two of one name are told apart by their ids. */
const symbolBlockName = ({ name, id }: SymbolRecord): string => `${name} ${id.slice(0, 8)}`

/** A symbol as it is drawn about the point by which it is placed. */
export const symbolBlock = (symbol: SymbolRecord, around: Surroundings): DxfBlock => ({
  name: symbolBlockName(symbol),
  entities: symbol.shapes.flatMap((shape) =>
    shapeEntities(plainKind(shape).mapped(shape, movedBy({ x: -symbol.base.x, y: -symbol.base.y })), '0', around),
  ),
})
