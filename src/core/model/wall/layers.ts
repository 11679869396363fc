import { ringBetween, ringsBeside } from '../../geometry/polygon'
import { meetsLineAt } from '../../geometry/segment'
import { add, cross, distance, type Point, scale, subtract, unit } from '../../geometry/vector'
import { LAYER_USES, type WallLayer, type WallType } from '../wall-type/schema'
import { type Face, faceOffsets, movedAside } from './geometry'
import { SAME_POINT_MM, type Tee, teesOf } from './joins'
import { asideFrom } from './line'
import type { Wall } from './schema'

/** One layer of a wall as it is built: where others run through it, it has several rings. */
export interface BuiltLayer {
  readonly layer: WallLayer
  readonly rings: readonly (readonly Point[])[]
}

/** A wall with what is known of how it is built. */
export interface TypedWall {
  readonly wall: Wall
  /** What stands of it: one ring, or several where others run through it. */
  readonly rings: readonly (readonly Point[])[]
  readonly type: WallType
}

/** A layer with where it lies, positive to the left of the traced line. */
interface Band {
  readonly layer: WallLayer
  readonly leftMm: number
  readonly rightMm: number
}

/** The layers of a wall from its left to its right. */
function bandsOf({ wall, type }: TypedWall): Band[] {
  const layers = wall.flipped ? [...type.layers].reverse() : type.layers
  let leftMm = faceOffsets(wall).leftMm
  return layers.map((layer) => {
    const band = { layer, leftMm, rightMm: leftMm - layer.thicknessMm }
    leftMm = band.rightMm
    return band
  })
}

/** Whether a layer runs through another one: bearing layers through all others, and so on. */
const runsThrough = (a: WallLayer, b: WallLayer): boolean => LAYER_USES.indexOf(a.use) < LAYER_USES.indexOf(b.use)

/** A layer of a wall that runs into another wall. */
interface Run {
  readonly stem: TypedWall
  readonly band: Band
  readonly tee: Tee
  /** Layers of the other wall that it runs through, from the face at which it arrives. */
  readonly through: readonly Band[]
}

/**
 * The layers of walls, joined by what they are for: at a corner they meet along the mitre; where a wall ends in another
 * one its stronger layers run through the weaker ones of that, up to the first that is as strong. Where one of the two
 * is round, the layers of both stay as they are.
 */
export function builtLayers(walls: readonly TypedWall[]): Map<string, BuiltLayer[]> {
  const byId = new Map(walls.map((each) => [each.wall.id, each]))
  const runs = teesOf(walls.map(({ wall }) => wall)).flatMap((tee) => runsOf(tee, byId))
  return new Map(
    walls.map((each) => {
      const own = runs.filter(({ stem }) => stem === each)
      const across = runs.filter(({ tee }) => tee.hostId === each.wall.id)
      const layers = bandsOf(each).map((band): BuiltLayer => {
        const mine = own.filter((run) => run.band.layer === band.layer && run.band.leftMm === band.leftMm)
        const rings = each.rings
          .map((ring) => mine.reduce((long, run) => lengthened(long, run, byId.get(run.tee.hostId)!), ring))
          .map((ring) => within(each.wall, ring, band))
        const cuts = across.filter(({ through }) => through.some(({ leftMm }) => leftMm === band.leftMm))
        return {
          layer: band.layer,
          rings: cuts.reduce<Point[][]>(cutThrough, rings).filter(({ length }) => length >= 3),
        }
      })
      return [each.wall.id, layers]
    }),
  )
}

/** The part of a ring that lies in a band of its wall. */
const within = (wall: Wall, ring: readonly Point[], { leftMm, rightMm }: Band): Point[] =>
  ringBetween(ring, asideFrom(wall), rightMm, leftMm)

function runsOf(tee: Tee, walls: ReadonlyMap<string, TypedWall>): Run[] {
  const [stem, host] = [walls.get(tee.stemId), walls.get(tee.hostId)]
  if (!stem || !host || stem.wall.bulge || host.wall.bulge) return []
  const met = tee.side === 'left' ? bandsOf(host) : bandsOf(host).reverse()
  return bandsOf(stem).flatMap((band): Run[] => {
    const stop = met.findIndex(({ layer }) => !runsThrough(band.layer, layer))
    const through = met.slice(0, stop < 0 ? met.length : stop)
    return through.length > 0 ? [{ stem, band, tee, through }] : []
  })
}

/** The outline of a stem with its end drawn on to the face of the layer at which it stops. */
function lengthened(ring: readonly Point[], { stem, tee, through }: Run, host: TypedWall): readonly Point[] {
  const last = through.at(-1)!
  const { leftMm, rightMm } = faceOffsets(host.wall)
  const [arrival, stop] = tee.side === 'left' ? [leftMm, last.rightMm] : [rightMm, last.leftMm]
  const [from, to] = [movedAside(host.wall, arrival), movedAside(host.wall, stop)]
  const direction = unit(subtract(stem.wall.end, stem.wall.start))
  if (from?.kind !== 'segment' || to?.kind !== 'segment' || !direction) return ring
  const end = tee.atStart ? stem.wall.start : stem.wall.end
  return ring.map((p) => {
    const isEnd = offLine(from, p) < SAME_POINT_MM && distance(p, end) < 4 * stem.wall.thicknessMm
    return isEnd ? add(p, scale(direction, meetsLineAt(p, direction, to.start, subtract(to.end, to.start)))) : p
  })
}

const offLine = ({ start, end }: Extract<Face, { kind: 'segment' }>, p: Point): number =>
  Math.abs(cross(unit(subtract(end, start))!, subtract(p, start)))

/** What a layer that runs through leaves of rings: what lies to its left and to its right. */
const cutThrough = (rings: readonly Point[][], { stem, band }: Run): Point[][] =>
  rings.flatMap((ring) => ringsBeside(ring, asideFrom(stem.wall), band.rightMm, band.leftMm))
