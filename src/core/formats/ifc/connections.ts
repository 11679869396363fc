import type { BuiltWall } from '../../building/building'
import { PointGrid } from '../../geometry/point-grid'
import { distance, type Point } from '../../geometry/vector'
import { SAME_POINT_MM, teesOf } from '../../model/wall/joins'
import { type Ref, Word } from '../step/part21'
import type { IfcWriter } from './writer'

type Where = 'ATSTART' | 'ATEND' | 'ATPATH'

/** Says which walls of a storey meet, and where along each (IfcRelConnectsPathElements). */
export function writeConnections(file: IfcWriter, walls: readonly BuiltWall[], refs: ReadonlyMap<string, Ref>): void {
  const connect = (one: string, where: Where, other: string, there: Where) => {
    const [relating, related] = [refs.get(one), refs.get(other)]
    if (!relating || !related) return
    file.relation(
      'IFCRELCONNECTSPATHELEMENTS',
      file.guid('meets', one, where, other, there),
      undefined,
      relating,
      related,
      [],
      [],
      new Word(there),
      new Word(where),
    )
  }
  const ends = new PointGrid<{ readonly at: Point; readonly id: string; readonly where: Where }>(1)
  for (const { wall } of walls)
    for (const [at, where] of [
      [wall.start, 'ATSTART'],
      [wall.end, 'ATEND'],
    ] as const) {
      for (const met of ends.near(at))
        if (met.id !== wall.id && distance(met.at, at) <= SAME_POINT_MM) connect(met.id, met.where, wall.id, where)
      ends.add(at, { at, id: wall.id, where })
    }
  for (const { stemId, atStart, hostId } of teesOf(walls.map(({ wall }) => wall)))
    connect(hostId, 'ATPATH', stemId, atStart ? 'ATSTART' : 'ATEND')
}
