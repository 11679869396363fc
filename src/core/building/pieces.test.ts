import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { member, PLANE, project } from '../../../tests/support/frame'
import type { Affine } from '../geometry/affine'
import type { Member } from '../model/member/schema'
import { memberShape } from '../model/member/shape'
import { surroundingsOf } from '../model/shapes'
import { frameOf } from '../model/work-plane/frame'
import { CATALOGUE } from '../sections/catalogue'
import { buildingOf } from './building'

const POST = member({ id: 'post', start: { x: 6000, y: 0 }, end: { x: 6000, y: 7000 }, sectionId: 'HEB 300' })

/** A member that is fitted to a post at one end, or cut square at both. */
const beam = (part: Partial<Member>): Member =>
  member({ id: 'beam', start: { x: 500, y: 1000 }, end: { x: 6000, y: 3000 }, ...part })

const around = () => surroundingsOf(project(), { unit: 'mm', precision: 1 }, frameOf(PLANE.id, project()))

/** Copies of all, moved, turned or mirrored in the plane, fitted to their own. */
function images(all: readonly Member[], map: Affine): Member[] {
  const records = project(...all)
  return all.map((each) => {
    const image = memberShape.mapped(each, map, { ...around(), records })
    return { ...memberShape.renamed!(image, (id) => `${id}-2`), id: `${each.id}-2` }
  })
}

/** What the other one is called that is cut like one. */
const marksOf = (all: readonly Member[]) => {
  const { pieces } = buildingOf(project(...all))
  return (id: string) => pieces.find(({ members }) => members.some(({ member: each }) => each.id === id))?.mark
}

const anyJoint = fc.constantFrom(undefined, 'square', 'face', 'notch', 'mitre')
const anySection = fc.constantFrom(
  ...CATALOGUE.filter(({ name }) => !/Lumber|Rough|Sawn|Planed/.test(name)).map(({ name }) => name),
)

describe('marks', () => {
  it('are one for like pieces, however they lie and whichever end comes first', () => {
    fc.assert(
      fc.property(
        anySection,
        anyJoint,
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (sectionId, kind, byRad, turnRad) => {
          const joint = kind && { endJoint: { to: 'post', kind, gapMm: 0 } }
          const all = [POST, beam({ sectionId, turnRad, ...joint })]
          const [cos, sin] = [Math.cos(byRad), Math.sin(byRad)]
          const markOf = marksOf([...all, ...images(all, [cos, sin, -sin, cos, 20_000, 300])])
          expect(markOf('beam')).toBeDefined()
          expect(markOf('beam-2')).toBe(markOf('beam'))
        },
      ),
      { numRuns: 120 },
    )
  })

  it('are not those of mirrored ones, where a piece can’t be turned into its image', () => {
    // A cut that leans both ways over an angle has no image of its own.
    const all = [
      POST,
      beam({ sectionId: 'L 120x80x10', endJoint: { to: 'post', kind: 'face', gapMm: 0 }, turnRad: 0.4 }),
    ]
    const markOf = marksOf([...all, ...images(all, [-1, 0, 0, 1, 30_000, 0])])
    expect(markOf('beam-2')).toBeDefined()
    expect(markOf('beam-2')).not.toBe(markOf('beam'))
    // A rafter with one slanted cut is its own image, turned over.
    const rafter = [POST, beam({ sectionId: 'Glulam 120x320', endJoint: { to: 'post', kind: 'face', gapMm: 0 } })]
    const sameOf = marksOf([...rafter, ...images(rafter, [-1, 0, 0, 1, 30_000, 0])])
    expect(sameOf('beam-2')).toBe(sameOf('beam'))
  })

  it('stay with a piece whatever else is changed, added or taken away', () => {
    const other = member({ id: 'other', start: { x: 0, y: 8000 }, end: { x: 3000, y: 8000 } })
    const first = marksOf([POST, beam({}), other])('beam')
    expect(marksOf([POST, beam({})])('beam')).toBe(first)
    expect(marksOf([beam({}), { ...other, sectionId: 'HEA 100' }])('beam')).toBe(first)
    expect(marksOf([beam({ end: { x: 6001, y: 3000 } })])('beam')).not.toBe(first)
  })

  it('tell pieces apart that are a millimetre longer, or cut another way', () => {
    const short = member({ id: 'short' })
    const long = member({ id: 'long', end: { x: 5001, y: 3000 } })
    const markOf = marksOf([short, long])
    expect(markOf('short')).not.toBe(markOf('long'))
  })
})
