import { afterAll, beforeAll, expect, it } from 'vitest'
import * as WebIfc from 'web-ifc'
import { opening, wall } from '../../../../tests/support/house'
import { buildingOf } from '../../building/building'
import type { ProjectRecord } from '../../model/registry'
import { ifcGuid } from './guid'
import { writeIfc } from './write'

const HEAD = { projectId: 'p1', name: 'Doors', madeAt: '2026-01-02T03:04:05' }
const HANDS = [
  ['start', 'left'],
  ['start', 'right'],
  ['end', 'left'],
  ['end', 'right'],
] as const
const api = new WebIfc.IfcAPI()
let model = 0

beforeAll(async () => {
  const walls = HANDS.map((_, i) => wall(`w${i}`, { x: 0, y: 5000 * i }, { x: 4000, y: 5000 * i }))
  const doors = HANDS.map(([hinge, opens], i) => ({
    ...opening(`d${i}`, `w${i}`, 'door', 2000, 900, 2100, 0),
    hinge,
    opens,
  }))
  const records = new Map<string, ProjectRecord>([...walls, ...doors].map((record) => [record.id, record]))
  await api.Init()
  model = api.OpenModel(new TextEncoder().encode(writeIfc(buildingOf(records), HEAD)))
})
afterAll(() => api.CloseModel(model))

interface Placement {
  readonly PlacementRelTo: Placement | null
  readonly RelativePlacement: {
    readonly Location: { readonly Coordinates: readonly { readonly value: number }[] }
    readonly RefDirection: { readonly DirectionRatios: readonly { readonly value: number }[] } | null
  }
}

/** A place in the space of a placement, in the world's plan. */
function inWorld({ PlacementRelTo, RelativePlacement }: Placement, x: number, y: number): readonly [number, number] {
  const [ox, oy] = RelativePlacement.Location.Coordinates.map(({ value }) => value) as [number, number]
  const [ux, uy] = RelativePlacement.RefDirection?.DirectionRatios.map(({ value }) => value) ?? [1, 0]
  const at = [ox + x * ux! - y * uy!, oy + x * uy! + y * ux!] as const
  return PlacementRelTo ? inWorld(PlacementRelTo, ...at) : at
}

it.each(HANDS.map((hand, i) => [...hand, i] as const))(
  'a door with its hinges at the %s of its wall that opens to the %s stands so for others',
  (hinge, opens, i) => {
    const doors = api.GetLineIDsWithType(model, WebIfc.IFCDOOR)
    const door = Array.from({ length: doors.size() }, (_, k) => api.GetLine(model, doors.get(k), true)).find(
      ({ GlobalId }) => GlobalId.value === ifcGuid(`${HEAD.projectId} d${i}`),
    )
    const size = door.OverallWidth.value as number
    // Looking along the positive y, to which a door opens, left is the negative x.
    const left = door.OperationType.value === 'SINGLE_SWING_LEFT'
    const [hingeX] = inWorld(door.ObjectPlacement, left ? 0 : size, 0)
    const [, footY] = inWorld(door.ObjectPlacement, 0, 0)
    const [, openY] = inWorld(door.ObjectPlacement, 0, 1)
    const middle = (inWorld(door.ObjectPlacement, 0, 0)[0] + inWorld(door.ObjectPlacement, size, 0)[0]) / 2
    expect(hingeX < middle ? 'start' : 'end').toBe(hinge)
    expect(openY > footY ? 'left' : 'right').toBe(opens)
  },
)
