import { expect, it } from 'vitest'
import { partOf, viewOfPart } from '../../../tests/support/part'
import { changed, newId } from '../../../tests/support/sketch'
import { FIRST_LAYER } from '../model/layer/schema'
import type { Path } from '../model/path/schema'
import type { ProjectRecord } from '../model/registry'
import { statedRadii } from './radii'
import { stateOf } from './sketch'

const QUARTER = Math.tan(Math.PI / 8)
const outline: Path = {
  id: 'outline',
  kind: 'path',
  layerId: FIRST_LAYER.id,
  planeId: 'top',
  pen: undefined,
  xy: [9, 0, 91, 0, 100, 9, 100, 51, 91, 60, 9, 60, 0, 51, 0, 9],
  bulges: [0, QUARTER, 0, QUARTER, 0, QUARTER, 0, QUARTER],
  closed: true,
}
it('a radius that a note states is stated once for all equal arcs, and drives them all', () => {
  const bare = new Map<string, ProjectRecord>([partOf(), viewOfPart('top')].map((record) => [record.id, record]))
  const drawn = changed(bare, outline)
  const asked = { heightMm: 3, layerId: FIRST_LAYER.id, newId }
  const near = (mm: number) => Math.abs(mm - 9.525) < 1
  const made = statedRadii('top', 9.525, near, drawn, asked)
  expect(made).toHaveLength(1)
  const stated = changed(drawn, ...made)
  const { xy } = stated.get('outline') as Path
  // Every corner is as round as stated, and the plate as large as it was.
  expect(xy[4]! - xy[2]!).toBeCloseTo(9.525, 6)
  expect(xy[0]! - xy[14]!).toBeCloseTo(9.525, 6)
  expect(stateOf('top', stated)).toMatchObject({ redundant: [], conflicts: [] })
  expect(statedRadii('top', 9.525, near, stated, asked)).toEqual([])
})
