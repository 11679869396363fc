import { type Chain, chainOf } from '../../draft/chain'
import { boltSize } from '../../fasteners/sizes'
import { apply } from '../../geometry/affine'
import { directionUnder } from '../../geometry/piece/map'
import { circle, segment } from '../../geometry/piece/piece'
import { dot3, type Frame, placeIn, pointSeen, seenFrom } from '../../geometry/space'
import { distance } from '../../geometry/vector'
import { frameOfPlate } from '../plate/place'
import type { Plate } from '../plate/schema'
import type { ProjectRecord } from '../registry'
import type { ElementKind, Surroundings } from '../shape'
import { type Bolts, boltsSchema, holeMiddles } from './schema'

/** The plate that bolts go through, and its plane; null where it is gone. */
export function plateOfBolts(
  { plateId }: Bolts,
  records: ReadonlyMap<string, ProjectRecord>,
): { readonly plate: Plate; readonly frame: Frame } | null {
  const plate = records.get(plateId)
  const frame = plate?.kind === 'plate' ? frameOfPlate(plate, records) : null
  return plate?.kind === 'plate' && frame ? { plate, frame } : null
}

/** Seen along its axis a bolt is a circle with a cross, seen from the side a line. */
function marks(bolts: Bolts, { records, frame }: Surroundings): Chain[] {
  const on = plateOfBolts(bolts, records)
  const size = boltSize(bolts.size)
  if (!on || !size) return []
  const flat = Math.abs(dot3(on.frame.out, frame.out)) > 0.9
  const radius = size.holeMm / 2
  const reach = on.plate.thicknessMm / 2 + size.diameterMm * 1.5
  return holeMiddles(bolts).flatMap((middle) => {
    const at = pointSeen(frame, placeIn(on.frame, middle))
    if (flat)
      return [
        chainOf([circle(at, radius)]),
        chainOf([segment({ x: at.x - radius, y: at.y }, { x: at.x + radius, y: at.y })]),
        chainOf([segment({ x: at.x, y: at.y - radius }, { x: at.x, y: at.y + radius })]),
      ]
    const [from, to] = [-reach, reach].map((aside) => pointSeen(frame, placeIn(on.frame, middle, aside)))
    return distance(from!, to!) > 1 ? [chainOf([segment(from!, to!)])] : []
  })
}

export const boltsShape: ElementKind<Bolts> = {
  dxfLayer: () => 'S-BOLT',
  printGroup: 'Members',
  schema: boltsSchema,
  word: 'group of bolts',
  pen: { color: '#5a615c', line: 'full', weightMm: 0.18 },
  caught: true,
  line: false,
  depth: (bolts, { records, frame }) => {
    const on = plateOfBolts(bolts, records)
    if (!on) return null
    const aside = holeMiddles(bolts).map((p) => seenFrom(frame, placeIn(on.frame, p)).asideMm)
    return { from: Math.min(...aside), to: Math.max(...aside) }
  },
  chains: marks,
  spots: (bolts, { records, frame }) => {
    const on = plateOfBolts(bolts, records)
    return on
      ? holeMiddles(bolts).map((p) => ({ word: 'centre' as const, at: pointSeen(frame, placeIn(on.frame, p)) }))
      : []
  },
  grips: (bolts, { records, frame }) => {
    const on = plateOfBolts(bolts, records)
    return on ? [pointSeen(frame, placeIn(on.frame, bolts.at))] : []
  },
  withGrip: (bolts, _, to, { records, frame }) => {
    const on = plateOfBolts(bolts, records)
    if (!on) return bolts
    const { asideMm } = seenFrom(frame, placeIn(on.frame, bolts.at))
    return { ...bolts, at: pointSeen(on.frame, placeIn(frame, to, asideMm)) }
  },
  // At the end of a member they lie in its section: they go with it as they are.
  mapped: (bolts, map, around) => {
    const plate = around?.records.get(bolts.plateId)
    if (plate?.kind === 'plate' && plate.on) return bolts
    return { ...bolts, at: apply(map, bolts.at), turnRad: directionUnder(map, bolts.turnRad) }
  },
  renamed: (bolts, idOf) => {
    const { copyOf: _, ...own } = bolts
    return { ...own, plateId: idOf(bolts.plateId) }
  },
  needs: ({ levelId, plateId }) => [levelId, plateId],
}
