import { type Chain, flatRing } from '../../draft/chain'
import { doubleArea } from '../../geometry/polygon'
import { add3, cross3, dot3, type Frame, scale3, subtract3, unit3 } from '../../geometry/space'
import type { Point } from '../../geometry/vector'
import { bodyOf } from '../member/body'
import { cutAlong } from '../member/ends'
import { placeAlong } from '../member/placing'
import { chainOfRing } from '../path/shape'
import type { ProjectRecord } from '../registry'
import { frameOf } from '../work-plane/frame'
import type { Plate } from './schema'

/** The plane through the middle of a plate, seen from outside where it closes a member; null where that is gone. */
export function frameOfPlate(plate: Plate, records: ReadonlyMap<string, ProjectRecord>): Frame | null {
  if (!plate.on) {
    const frame = frameOf(plate.levelId, records)
    return { ...frame, origin: add3(frame.origin, scale3(frame.out, plate.asideMm)) }
  }
  const record = records.get(plate.on.to)
  const body = record?.kind === 'member' ? bodyOf(record, records) : null
  if (!body) return null
  const { placed } = body
  const { plane } = body[plate.on.end]
  const middle = placeAlong(placed, { x: 0, y: 0 }, cutAlong(placed, plane, { x: 0, y: 0 }))
  const up = unit3(subtract3(placed.up, scale3(plane.out, dot3(placed.up, plane.out))))
  if (!up) return null
  return {
    origin: add3(middle, scale3(plane.out, plate.thicknessMm / 2)),
    right: cross3(up, plane.out),
    up,
    out: plane.out,
  }
}

/** Chords of a plate's arcs leave them by no more than this. */
const FLAT_MM = 0.2

export const outlineOfPlate = ({ ring }: Plate): Chain => chainOfRing(ring, true)

/** The outline of a plate as corners, anticlockwise. */
export function cornersOfPlate(plate: Plate): Point[] {
  const corners = flatRing(outlineOfPlate(plate), FLAT_MM)
  return doubleArea(corners) < 0 ? corners.reverse() : corners
}
