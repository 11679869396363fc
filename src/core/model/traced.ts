import { isBuildingElement } from './building-shapes'
import { byKind } from './by-kind'
import { keptByRecords } from './kept'
import { levelIdOf } from './level/schema'
import type { ProjectRecord } from './registry'
import { isShape, kindOf, type Shape } from './shapes'

/** What was traced in one place: how many of each kind, by its word, and which. */
export interface Traced {
  readonly counts: ReadonlyMap<string, number>
  readonly ids: readonly string[]
}

/** Lines of the plan lie on no level of their own: they are told under this name. */
export const ON_ALL_LEVELS = 'all levels'

function placeOf(shape: Shape): string | null {
  // What stands in a wall is told with it.
  if (shape.kind === 'opening') return null
  if ('planeId' in shape && shape.planeId !== undefined) return shape.planeId
  return isBuildingElement(shape) ? levelIdOf(shape as { levelId?: string }) : ON_ALL_LEVELS
}

/** What was traced, by the level or work plane that it stands on. */
export const tracedByPlace = keptByRecords(
  (records: ReadonlyMap<string, ProjectRecord>): ReadonlyMap<string, Traced> => {
    const found = new Map<string, { counts: Map<string, number>; ids: string[] }>()
    for (const alike of byKind(records).values()) {
      const shapes = alike as readonly Shape[]
      if (!isShape(shapes[0]!)) continue
      const { word } = kindOf(shapes[0])
      for (const shape of shapes) {
        const place = placeOf(shape)
        if (place === null) continue
        const traced = found.get(place) ?? { counts: new Map<string, number>(), ids: [] }
        traced.counts.set(word, (traced.counts.get(word) ?? 0) + 1)
        traced.ids.push(shape.id)
        found.set(place, traced)
      }
    }
    return found
  },
)
