import { placeIn, seenFrom } from '@/core/geometry/space'
import type { Point } from '@/core/geometry/vector'
import type { Bolts } from '@/core/model/bolts/schema'
import { frameOfPlate } from '@/core/model/plate/place'
import type { Plate } from '@/core/model/plate/schema'
import { middleOfPlate } from '@/core/model/plate/shape'
import { chainsOf } from '@/core/model/shapes'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, plain, putting, type Session, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintChains } from '@/studio/painters/shapes'
import { shapeAt } from '@/studio/tooling/picking'
import { boltOptions } from '../options'

function plateAt(at: Point, { plan, reachMm }: ToolContext): Plate | null {
  const found = shapeAt(plan, at, reachMm, ({ kind }) => kind === 'plate')
  return found?.kind === 'plate' ? found : null
}

/** The plate that was clicked first. */
function chosen({ ids: [id] }: Session, { records }: ToolContext): Plate | null {
  const record = id ? records.get(id) : undefined
  return record?.kind === 'plate' ? record : null
}

function groupOn(plate: Plate, point: BoardPoint, context: ToolContext): Bolts | null {
  const { records, plan } = context
  const chosen = context.options(boltOptions)
  const own = frameOfPlate(plate, records)
  if (!own) return null
  const { frame } = plan.around
  const middle = middleOfPlate(plate)
  const { asideMm } = seenFrom(frame, placeIn(own, middle))
  const seen = seenFrom(own, placeIn(frame, point.at, asideMm))
  // Seen edge on, the plate says where its middle is.
  const flat = Math.abs(own.out.x * frame.out.x + own.out.y * frame.out.y + own.out.z * frame.out.z) > 0.5
  const at = flat ? { x: seen.x, y: seen.y } : middle
  return {
    id: crypto.randomUUID(),
    kind: 'bolts',
    levelId: plate.levelId,
    plateId: plate.id,
    at,
    turnRad: 0,
    rows: chosen.boltRows,
    columns: chosen.boltColumns,
    rowPitchMm: chosen.boltRowPitchMm,
    columnPitchMm: chosen.boltColumnPitchMm,
    size: chosen.boltSize,
    grade: chosen.boltGrade,
  }
}

/** Puts a group of bolts through a plate and what lies against it. */
export const bolts: Tool = {
  ...plain,
  name: 'bolts',
  word: 'Bolts',
  picture: {
    film: 'M12 3l8 4.5v9L12 21l-8-4.5v-9z',
    ink: 'M12 3l8 4.5v9L12 21l-8-4.5v-9z',
    red: 'M12 9a3 3 0 1 0 0 6a3 3 0 1 0 0-6z',
  },
  also: ['screw', 'fastener', 'nut'],
  drawer: 'structure',
  key: null,
  options: () => boltOptions.controls('boltRows', 'boltRowPitchMm', 'boltColumns', 'boltColumnPitchMm'),
  steps: ['trace'],
  places: true,
  loupe: false,
  say: (session, context) =>
    chosen(session, context)
      ? 'Click the middle of the group; seen edge on it comes to the middle of the plate.'
      : 'Click the edge of the plate that the bolts go through.',
  fields: () => [],
  click: (session, point, context) => {
    const plate = chosen(session, context)
    if (!plate) {
      const found = plateAt(point.at, context)
      if (!found) return { session, say: 'No plate is near enough: click the edge of one.' }
      return { session: { ...session, ids: [found.id] }, pick: [found.id] }
    }
    const made = groupOn(plate, point, context)
    if (!made) return { session, say: 'The member that this plate closes is gone.' }
    return { edit: putting('Bolt plate', made), session: EMPTY_SESSION, pick: [made.id] }
  },
  enter: (session, context) => {
    const plate = chosen(session, context)
    if (!plate) return { session: EMPTY_SESSION, done: true }
    const made = groupOn(plate, { at: { x: 0, y: 0 }, caught: null }, context)
    if (!made) return { session, say: 'The member that this plate closes is gone.' }
    return {
      edit: putting('Bolt plate', { ...made, at: middleOfPlate(plate) }),
      session: EMPTY_SESSION,
      pick: [made.id],
    }
  },
  paint: (canvas, session, view, context) => {
    const plate = chosen(session, context)
    const made = plate && session.cursor && groupOn(plate, session.cursor, context)
    if (made) paintChains(canvas, view, chainsOf(made, context.plan.around))
  },
}
