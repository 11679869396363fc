import { type Level, levelsOf } from '@/core/model/level/schema'
import { type Part, partsOf } from '@/core/model/part/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { viewsOf, type WorkPlane, workPlanesOf } from '@/core/model/work-plane/schema'

/** Something that sheets and tracing lie on. */
export type Place =
  | { readonly kind: 'level'; readonly level: Level }
  | { readonly kind: 'plane'; readonly plane: WorkPlane }
  | { readonly kind: 'part'; readonly part: Part; readonly viewIds: readonly string[] }

export type PlaceKind = Place['kind']

export const nameOf = (place: Place): string =>
  place.kind === 'level' ? place.level.name : place.kind === 'plane' ? place.plane.name : place.part.name

/** The ids that what lies there names as its level or plane. */
export const idsOf = (place: Place): readonly string[] =>
  place.kind === 'level' ? [place.level.id] : place.kind === 'plane' ? [place.plane.id] : place.viewIds

/** All places of a project: levels from the top down, then work planes, then parts. */
export function placesOf(records: ReadonlyMap<string, ProjectRecord>): readonly Place[] {
  return [
    ...[...levelsOf(records)].reverse().map((level): Place => ({ kind: 'level', level })),
    ...workPlanesOf(records).map((plane): Place => ({ kind: 'plane', plane })),
    ...partsOf(records).map(
      (part): Place => ({ kind: 'part', part, viewIds: viewsOf(part.id, records).map(({ id }) => id) }),
    ),
  ]
}
