import { type Chain, chainOf } from '../draft/chain'
import { type Arc, endOf, type Piece, type Segment, segment, startOf } from '../geometry/piece/piece'
import { add, leftOf, type Point, scale, subtract, unit } from '../geometry/vector'
import type { ProjectRecord } from '../model/registry'
import { chainsOf, isDrawn, surroundingsOf } from '../model/shapes'
import { USUAL_DISPLAY } from '../units/format'
import { ProfileError } from './profile'

/**
 * What slots along lines enclose: a closed chain for each straight piece and each arc.
 * @param ids of lines, all on one view
 * @throws ProfileError
 */
export function slotsAlong(
  ids: readonly string[],
  widthMm: number,
  records: ReadonlyMap<string, ProjectRecord>,
): { readonly slots: readonly Chain[]; readonly viewId: string } {
  const around = surroundingsOf(records, USUAL_DISPLAY.mm)
  const lines = ids.map((id) => {
    const record = records.get(id)
    if (!record || !isDrawn(record)) throw new ProfileError('A line of its profile is gone.')
    return { record, pieces: chainsOf(record, around).flatMap(({ pieces }) => pieces) }
  })
  const viewId = lines[0]?.record.planeId
  if (viewId === undefined || lines.some(({ record }) => record.planeId !== viewId))
    throw new ProfileError('All lines of a profile lie on one view of the part.')
  return { slots: lines.flatMap(({ pieces }) => pieces.map((piece) => slotAlong(piece, widthMm / 2))), viewId }
}

function slotAlong(piece: Piece, radius: number): Chain {
  if (piece.kind === 'segment') return straightSlot(piece, radius)
  if (piece.kind === 'arc') return roundSlot(piece, radius)
  throw new ProfileError('Slots run along straight lines and arcs.')
}

/** Half a turn about a place, from a direction on. */
const cap = (center: Point, radius: number, from: Point, turn: 1 | -1): Arc => ({
  kind: 'arc',
  center,
  radius,
  fromRad: Math.atan2(from.y, from.x),
  sweepRad: turn * Math.PI,
})

function straightSlot({ start, end }: Segment, radius: number): Chain {
  const along = unit(subtract(end, start))
  if (!along) throw new ProfileError('A slot has a length.')
  const aside = scale(leftOf(along), radius)
  const other = scale(aside, -1)
  return chainOf(
    [
      segment(add(start, other), add(end, other)),
      cap(end, radius, other, 1),
      segment(add(end, aside), add(start, aside)),
      cap(start, radius, aside, 1),
    ],
    true,
  )
}

function roundSlot(arc: Arc, radius: number): Chain {
  if (arc.radius <= radius) throw new ProfileError('This slot is too wide for its bend.')
  const turn = arc.sweepRad > 0 ? 1 : -1
  const outward = (p: Point) => scale(subtract(p, arc.center), 1 / arc.radius)
  const [from, to] = [startOf(arc), endOf(arc)]
  const back = arc.fromRad + arc.sweepRad
  return chainOf(
    [
      { ...arc, radius: arc.radius + radius },
      cap(to, radius, outward(to), turn),
      { ...arc, radius: arc.radius - radius, fromRad: back, sweepRad: -arc.sweepRad },
      cap(from, radius, scale(outward(from), -1), turn),
    ],
    true,
  )
}
