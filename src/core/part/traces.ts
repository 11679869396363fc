import type { Chain } from '../draft/chain'
import { type Affine, apply } from '../geometry/affine'
import { mapPiece } from '../geometry/piece/map'
import type { Point } from '../geometry/vector'
import type { Part } from '../model/part/schema'
import type { Hole, PartStep, Raise, Sink, Slot } from '../model/part/steps'
import type { ProjectRecord } from '../model/registry'
import { placesOf } from './holes'
import { type Area, areasOf } from './profile'
import { mapOf, repeatsOf } from './repeat'
import { slotsAlong } from './slots'

type Records = ReadonlyMap<string, ProjectRecord>

/** What a step leaves on its view: an area that is raised or sunken, or a hole. */
export type Trace =
  | { readonly kind: 'area'; readonly step: Raise | Sink | Slot; readonly area: Area; readonly viewId: string }
  | { readonly kind: 'hole'; readonly step: Hole; readonly at: Point; readonly viewId: string }

/**
 * What a step leaves on its view, patterns what they do again. Turned bodies and shaped edges leave nothing flat.
 * @throws ProfileError
 */
export function tracesOf(step: PartStep, part: Part, records: Records): readonly Trace[] {
  switch (step.kind) {
    case 'raise':
    case 'sink': {
      const { areas, viewId } = areasOf(step.profile, records)
      return areas.map((area) => ({ kind: 'area', step, area, viewId }))
    }
    case 'slot': {
      const { slots, viewId } = slotsAlong(step.profile, step.widthMm, records)
      return slots.map((outline) => ({ kind: 'area', step, area: { outline, holes: [] }, viewId }))
    }
    case 'hole':
      return placesOf(step, records).map((at) => ({ kind: 'hole', step, at, viewId: step.viewId }))
    case 'pattern': {
      const index = part.steps.indexOf(step)
      const used = part.steps.slice(0, index).filter(({ id, off }) => step.of.includes(id) && !off)
      const maps = repeatsOf(step, records).map(mapOf)
      // What lies on another view is moved out of its own: nothing flat can be said of it.
      const traces = used
        .flatMap((each) => tracesOf(each, part, records))
        .filter(({ viewId }) => viewId === step.viewId)
      return maps.flatMap((map) => traces.map((trace) => movedTrace(trace, map)))
    }
    case 'revolve':
    case 'edges':
      return []
  }
}

const movedChain = ({ pieces, closed }: Chain, map: Affine): Chain => ({
  pieces: pieces.map((piece) => mapPiece(map, piece)),
  closed,
})

function movedTrace(trace: Trace, map: Affine): Trace {
  if (trace.kind === 'hole') return { ...trace, at: apply(map, trace.at) }
  const { outline, holes } = trace.area
  return { ...trace, area: { outline: movedChain(outline, map), holes: holes.map((hole) => movedChain(hole, map)) } }
}
