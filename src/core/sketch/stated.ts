import { layOut } from '../model/dimension/layout'
import { measuredPoints } from '../model/dimension/shape'
import type { ProjectRecord } from '../model/registry'
import { surroundingsOf } from '../model/shapes'
import { USUAL_DISPLAY } from '../units/format'
import { type Driving, drivingOn } from './demands'
import { isSketched } from './figure'

/** A stated dimension with what the sheet shows there: millimetres, of an angle radians. */
export interface StatedAndDrawn {
  readonly dimension: Driving
  readonly drawn: number
}

/** Every line as it was drawn over its sheet. */
function asDrawn(records: ReadonlyMap<string, ProjectRecord>): Map<string, ProjectRecord> {
  return new Map(
    [...records].map(([id, record]) => [
      id,
      isSketched(record) && record.drawn ? { ...record, ...record.drawn } : record,
    ]),
  )
}

/** What the stated dimensions of a view measure in the picture that was traced. */
export function statedAndDrawn(planeId: string, records: ReadonlyMap<string, ProjectRecord>): StatedAndDrawn[] {
  const driving = drivingOn(planeId, records)
  if (driving.length === 0) return []
  const around = surroundingsOf(asDrawn(records), USUAL_DISPLAY.mm)
  return driving.flatMap((dimension) => {
    const { way, offsetMm, heightMm } = dimension
    const layout = layOut(way, measuredPoints(dimension, around), offsetMm, heightMm, around.display)
    return layout ? [{ dimension, drawn: layout.measured }] : []
  })
}
