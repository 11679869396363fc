import type { Point } from '../geometry/vector'
import type { Hole } from '../model/part/steps'
import type { ProjectRecord } from '../model/registry'

/** Where holes are drilled, on their view: at places of their own, and in the centres of circles that are still there. */
export const placesOf = ({ places, circles = [] }: Hole, records: ReadonlyMap<string, ProjectRecord>): Point[] => [
  ...places,
  ...circles.flatMap((id) => {
    const record = records.get(id)
    return record?.kind === 'circle' ? [record.center] : []
  }),
]
