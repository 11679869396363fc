import { distance } from '../geometry/vector'
import type { Dimension } from '../model/dimension/schema'
import { chainOfRing } from '../model/path/shape'
import type { ProjectRecord } from '../model/registry'
import { relationsOn } from '../model/relation/schema'
import { isDriving } from './demands'

/** How far beyond the arc the figure of a new dimension stands, in heights of its letters. */
const BEYOND = 3

/**
 * Dimensions that state a radius of arcs traced on a view, one for all that are equal to one another; of arcs that have
 * a stated radius already none.
 * @param drawnAs whether an arc is drawn so large that it is meant
 */
export function statedRadii(
  planeId: string,
  radiusMm: number,
  drawnAs: (mm: number) => boolean,
  records: ReadonlyMap<string, ProjectRecord>,
  { heightMm, layerId, newId }: { readonly heightMm: number; readonly layerId: string; readonly newId: () => string },
): Dimension[] {
  const equals = relationsOn(planeId, records).filter(({ way }) => way === 'equal')
  const all = [...records.values()]
  const stated = all.filter(isDriving).filter(({ way }) => way === 'radius')
  /** Arcs whose radius follows from others. */
  const told = new Set<string>()
  const keyOf = (id: string, piece: number) => `${id} ${piece}`
  const tell = (id: string, piece: number): void => {
    if (told.has(keyOf(id, piece))) return
    told.add(keyOf(id, piece))
    for (const { of } of equals)
      if (of.some((ref) => ref.id === id && ref.piece === piece))
        for (const ref of of) if (ref.piece !== undefined) tell(ref.id, ref.piece)
  }
  const made: Dimension[] = []
  for (const path of all) {
    if (path.kind !== 'path' || path.planeId !== planeId) continue
    const count = path.xy.length / 2
    const { pieces } = chainOfRing(path, path.closed)
    let arcs = 0
    for (const [piece, arc] of pieces.entries()) {
      if (arc.kind !== 'arc') continue
      const [middle, center] = [count + 2 * arcs, count + 2 * arcs + 1]
      arcs++
      const isStated = stated.some(({ anchors }) => anchors[0]?.on?.id === path.id && anchors[0].on.anchor === center)
      if (isStated) tell(path.id, piece)
      if (told.has(keyOf(path.id, piece)) || !drawnAs(arc.radius)) continue
      const turn = arc.fromRad + arc.sweepRad / 2
      const on = { x: arc.center.x + arc.radius * Math.cos(turn), y: arc.center.y + arc.radius * Math.sin(turn) }
      made.push({
        id: newId(),
        kind: 'dimension',
        layerId,
        planeId,
        pen: undefined,
        way: 'radius',
        anchors: [
          { at: arc.center, on: { id: path.id, anchor: center } },
          { at: on, on: { id: path.id, anchor: middle } },
        ],
        offsetMm: Math.max(BEYOND * heightMm, distance(arc.center, on) * 0.1),
        heightMm,
        stated: radiusMm,
      })
      tell(path.id, piece)
    }
  }
  return made
}
