import { chainOf, ringChain } from '../../draft/chain'
import { apply, lengthFactor } from '../../geometry/affine'
import { directionUnder } from '../../geometry/piece/map'
import type { Piece } from '../../geometry/piece/piece'
import type { Point } from '../../geometry/vector'
import type { ElementKind } from '../shape'
import { type Column, columnSchema } from './schema'

/** Sides of a round column where it is handed over as a polygon. */
const SIDES = 48

/** The section of a column on the plan, anticlockwise; a round one as a polygon of the same area. */
export function columnRing({ at, section, widthMm, depthMm, turnRad }: Column): Point[] {
  const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)]
  const place = (x: number, y: number): Point => ({ x: at.x + x * cos - y * sin, y: at.y + x * sin + y * cos })
  if (section === 'rectangle') {
    const [w, d] = [widthMm / 2, depthMm / 2]
    return [place(-w, -d), place(w, -d), place(w, d), place(-w, d)]
  }
  const step = (2 * Math.PI) / SIDES
  const radius = (widthMm / 2) * Math.sqrt(step / Math.sin(step))
  return Array.from({ length: SIDES }, (_, i) => place(radius * Math.cos(i * step), radius * Math.sin(i * step)))
}

export const columnShape: ElementKind<Column> = {
  dxfLayer: () => 'S-COLS',
  printGroup: 'Columns',
  schema: columnSchema,
  word: 'column',
  pen: { color: '#1f2a2b', line: 'full', weightMm: 0.35 },
  caught: true,
  line: false,
  chains: (column) => {
    if (column.section === 'round') {
      const circle: Piece = {
        kind: 'arc',
        center: column.at,
        radius: column.widthMm / 2,
        fromRad: 0,
        sweepRad: 2 * Math.PI,
      }
      return [chainOf([circle])]
    }
    return [ringChain(columnRing(column))]
  },
  fills: (column, around) => columnShape.chains(column, around),
  spots: ({ at }) => [{ word: 'centre', at }],
  grips: ({ at }) => [at],
  withGrip: (column, _, to) => ({ ...column, at: to }),
  stated: ({ widthMm, depthMm }) => ({ widthMm, depthMm }),
  mapped: (column, map) => ({
    ...column,
    at: apply(map, column.at),
    widthMm: column.widthMm * lengthFactor(map),
    depthMm: column.depthMm * lengthFactor(map),
    turnRad: directionUnder(map, column.turnRad),
  }),
}
