import { chainOf, ringChain } from '../../draft/chain'
import { lengthFactor } from '../../geometry/affine'
import { mirrors } from '../../geometry/piece/map'
import { type Piece, segment } from '../../geometry/piece/piece'
import { add, type Point, scale } from '../../geometry/vector'
import type { Pen } from '../pen'
import type { ElementKind, Surroundings } from '../shape'
import { alongOf } from '../wall/line'
import type { Wall } from '../wall/schema'
import { type PlacedOpening, placeOpening } from './place'
import { type Opening, openingSchema } from './schema'

const PEN: Pen = { color: '#7a2e12', line: 'full', weightMm: 0.25 }

function wallOf({ wallId }: Opening, { records }: Surroundings): Wall | null {
  const found = records.get(wallId)
  return found?.kind === 'wall' ? found : null
}

/** Where it lies; null where its wall is gone or has no length. */
function placedOf(opening: Opening, around: Surroundings): PlacedOpening | null {
  const wall = wallOf(opening, around)
  return wall && placeOpening(wall, opening)
}

/** A leaf that turns about one jamb: the open leaf and the quarter circle of its way. */
function leaf(hinge: Point, closed: Point, open: Point): Piece[] {
  const [a, b] = [Math.atan2(closed.y, closed.x), Math.atan2(open.y, open.x)]
  const sweepRad = Math.atan2(Math.sin(b - a), Math.cos(b - a))
  const radius = Math.hypot(closed.x, closed.y)
  return [segment(hinge, add(hinge, open)), { kind: 'arc', center: hinge, radius, fromRad: a, sweepRad }]
}

function leavesOf(opening: Opening, { along, left, corners, middle }: PlacedOpening): Piece[] {
  const { widthMm, way, hinge, opens } = opening
  const aside = scale(left, opens === 'left' ? 1 : -1)
  // The leaf hangs at the face towards which it opens.
  const [start, end] = opens === 'left' ? [corners[0], corners[1]] : [corners[3], corners[2]]
  const across = (from: number, to: number, off: number): Piece =>
    segment(
      add(add(middle, scale(along, from * widthMm)), scale(aside, off)),
      add(add(middle, scale(along, to * widthMm)), scale(aside, off)),
    )
  switch (way) {
    case 'hinged':
      return hinge === 'start'
        ? leaf(start, scale(along, widthMm), scale(aside, widthMm))
        : leaf(end, scale(along, -widthMm), scale(aside, widthMm))
    case 'double':
      return [
        ...leaf(start, scale(along, widthMm / 2), scale(aside, widthMm / 2)),
        ...leaf(end, scale(along, -widthMm / 2), scale(aside, widthMm / 2)),
      ]
    case 'sliding':
      return [hinge === 'start' ? across(-0.5, 0.1, 20) : across(-0.1, 0.5, 20), across(-0.5, 0.5, 0)]
    case 'folding': {
      const peak = (at: number) => add(add(middle, scale(along, at * widthMm)), scale(aside, widthMm / 4))
      const foot = (at: number) => add(middle, scale(along, at * widthMm))
      return [-0.5, 0].flatMap((at) => [segment(foot(at), peak(at + 0.25)), segment(peak(at + 0.25), foot(at + 0.5))])
    }
  }
}

/** Doors, windows and passages as plans draw them: the hole, then leaves or panes. */
const OPENING_LAYERS = { door: 'A-DOOR', window: 'A-GLAZ', passage: 'A-OPNG' } as const satisfies Record<
  Opening['use'],
  string
>

export const openingShape: ElementKind<Opening> = {
  dxfLayer: ({ use }) => OPENING_LAYERS[use],
  printGroup: 'Openings',
  schema: openingSchema,
  word: 'opening',
  pen: PEN,
  caught: true,
  line: false,
  chains: (opening, around) => {
    const placed = placedOf(opening, around)
    if (!placed) return []
    const ring = ringChain(placed.corners)
    if (opening.use === 'passage') return [ring]
    if (opening.use === 'door') return [ring, ...leavesOf(opening, placed).map((piece) => chainOf([piece]))]
    const half = scale(placed.along, opening.widthMm / 2)
    return [ring, chainOf([segment(add(placed.middle, scale(half, -1)), add(placed.middle, half))])]
  },
  fills: (opening, around) => {
    const placed = placedOf(opening, around)
    return placed ? [ringChain(placed.corners)] : []
  },
  // The middle moves it along its wall, the jambs make it wider.
  grips: (opening, around) => {
    const placed = placedOf(opening, around)
    if (!placed) return []
    const half = scale(placed.along, opening.widthMm / 2)
    return [placed.middle, add(placed.middle, scale(half, -1)), add(placed.middle, half)]
  },
  withGrip: (opening, index, to, around) => {
    const wall = wallOf(opening, around)
    if (!wall) return opening
    const at = alongOf(wall, to)
    if (index === 0) return { ...opening, alongMm: at }
    const far = opening.alongMm + (index === 1 ? 0.5 : -0.5) * opening.widthMm
    const widthMm = Math.abs(at - far)
    return widthMm > 0 ? { ...opening, alongMm: (at + far) / 2, widthMm } : opening
  },
  mapped: (opening, map) => ({
    ...opening,
    alongMm: opening.alongMm * lengthFactor(map),
    widthMm: opening.widthMm * lengthFactor(map),
    opens: mirrors(map) ? (opening.opens === 'left' ? 'right' : 'left') : opening.opens,
  }),
  renamed: (opening, idOf) => ({ ...opening, wallId: idOf(opening.wallId) }),
  needs: ({ wallId }) => [wallId],
}
