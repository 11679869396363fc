import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { member, PLANE, project } from '../../../../tests/support/frame'
import { builtMembers, DENSITY_KG_PER_M3, hullOf } from '../../building/members'
import { type Affine, apply } from '../../geometry/affine'
import { cross3, dot3, length3, subtract3, type Vector3 } from '../../geometry/space'
import { CATALOGUE } from '../../sections/catalogue'
import { propertiesOf } from '../../sections/properties'
import { sharedVolume, volumeOf } from '../../solid/convex'
import { surroundingsOf } from '../shapes'
import { frameOf } from '../work-plane/frame'
import { bodyOf, convexParts, endRings } from './body'
import { cutAlong } from './ends'
import { placeAlong } from './placing'
import { JOINTS, type Member, SEATS } from './schema'
import { memberShape } from './shape'
import { swapped } from './swap'

/** Signed volume of a closed surface, and by how much its faces fail to close it. */
function surface(faces: readonly (readonly Vector3[])[]): { volume: number; open: number } {
  const [origin] = faces[0]!
  let volume = 0
  let sum: Vector3 = { x: 0, y: 0, z: 0 }
  for (const face of faces)
    for (let i = 1; i + 1 < face.length; i++) {
      const [a, b, c] = [face[0]!, face[i]!, face[i + 1]!].map((p) => subtract3(p, origin!)) as [
        Vector3,
        Vector3,
        Vector3,
      ]
      volume += dot3(a, cross3(b, c)) / 6
      const area = cross3(subtract3(b, a), subtract3(c, a))
      sum = { x: sum.x + area.x, y: sum.y + area.y, z: sum.z + area.z }
    }
  return { volume, open: length3(sum) }
}

const anySection = fc.constantFrom(...CATALOGUE.map(({ name }) => name))
const anyPoint = fc.record({ x: fc.integer({ min: -8000, max: 8000 }), y: fc.integer({ min: 0, max: 9000 }) })

describe('members', () => {
  it('a beam of IPE 200 of 5 m weighs 5 times what is published for a metre', () => {
    const [built] = builtMembers(project(member()))
    expect(built!.body.lengthMm).toBeCloseTo(5000, 6)
    expect(built!.massKg / 5).toBeGreaterThan(22.4 * 0.995)
    expect(built!.massKg / 5).toBeLessThan(22.4 * 1.005)
  })

  it('the point of the section that is chosen lies on the line, wherever the line runs and however it is turned', () => {
    fc.assert(
      fc.property(
        anySection,
        fc.constantFrom(...SEATS),
        anyPoint,
        anyPoint,
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.boolean(),
        (sectionId, seat, start, end, turnRad, mirrored) => {
          fc.pre(Math.hypot(end.x - start.x, end.y - start.y) > 600)
          const records = project(member({ sectionId, seat, start, end, turnRad, mirrored }))
          const { placed } = bodyOf(records.get('a') as Member, records)!
          const { widthMm, heightMm } = sizesOf(placed.section.shape)
          const place = {
            x: seat.includes('left') ? -widthMm / 2 : seat.includes('right') ? widthMm / 2 : 0,
            y: seat.startsWith('top') ? heightMm / 2 : seat.startsWith('bottom') ? -heightMm / 2 : 0,
          }
          const at = placeAlong(placed, seat === 'centroid' ? propertiesOf(placed.section.shape).centroid : place)
          expect(length3(subtract3(at, placed.start))).toBeLessThan(1e-6)
        },
      ),
      { numRuns: 200 },
    )
  })

  it('lies as it lay once its ends are swapped, however it is turned and wherever its seat is', () => {
    const places = (each: Member) => {
      const records = project(each)
      const body = bodyOf(each, records)!
      return endRings(body)
    }
    fc.assert(
      fc.property(
        anySection,
        fc.constantFrom(...SEATS),
        anyPoint,
        anyPoint,
        fc.record({
          turnRad: fc.double({ min: -3, max: 3, noNaN: true }),
          mirrored: fc.boolean(),
          acrossMm: fc.integer({ min: -200, max: 200 }),
          upMm: fc.integer({ min: -200, max: 200 }),
        }),
        (sectionId, seat, start, end, lying) => {
          fc.pre(Math.hypot(end.x - start.x, end.y - start.y) > 600)
          const own = member({ sectionId, seat, start, end, startAsideMm: 100, ...lying })
          const [before, after] = [places(own), places(swapped(own))]
          for (const [there, here] of [
            [before.start, after.end],
            [before.end, after.start],
          ] as const)
            for (const p of there) expect(Math.min(...here.map((q) => length3(subtract3(p, q))))).toBeLessThan(1e-6)
        },
      ),
      { numRuns: 200 },
    )
  })

  it('is a closed surface that holds what it weighs, whatever its ends are fitted to', () => {
    fc.assert(
      fc.property(
        anySection,
        fc.constantFrom('IPE 300', 'HEB 200', 'Glulam 160x400', 'SHS 150x8', 'UPE 200', 'L 150x15', 'CHS 168.3x8'),
        fc.constantFrom(...JOINTS),
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: -60, max: 60 }),
        fc.boolean(),
        (sectionId, other, kind, gapMm, slopeDeg, mirrored) => {
          const post = member({
            id: 'post',
            use: 'column',
            start: { x: 6000, y: 0 },
            end: { x: 6000, y: 7000 },
            sectionId: other,
          })
          const rise = Math.tan((slopeDeg * Math.PI) / 180)
          const beam = member({
            sectionId,
            mirrored,
            start: { x: 0, y: 3500 - 6000 * rise },
            end: { x: 6000, y: 3500 },
            endJoint: { to: 'post', kind, gapMm },
          })
          const records = project(beam, post)
          const built = builtMembers(records).find(({ member: { id } }) => id === 'a')!
          const { volume, open } = surface(hullOf(built).faces)
          const density = DENSITY_KG_PER_M3[built.body.placed.section.stuff]
          expect(volume).toBeGreaterThan(0)
          // Chords of curves hold a little less than the curves.
          expect(Math.abs(volume / 1e9 / (built.massKg / density) - 1)).toBeLessThan(0.03)
          expect(open / volume ** (2 / 3)).toBeLessThan(1e-6)
        },
      ),
      { numRuns: 150 },
    )
  })

  it.each(JOINTS)('an end fitted by "%s" leaves the other member whole, and comes up to it', (kind) => {
    fc.assert(
      fc.property(
        fc.constantFrom('IPE 200', 'Glulam 120x320', 'SHS 100x5', 'UPE 160'),
        fc.constantFrom('HEB 240', 'Glulam 160x400', 'SHS 200x10', 'IPE 400'),
        fc.integer({ min: -45, max: 45 }),
        (sectionId, other, slopeDeg) => {
          const rise = Math.tan((slopeDeg * Math.PI) / 180)
          const post = member({
            id: 'post',
            start: { x: 6000, y: 0 },
            end: { x: 6000, y: kind === 'mitre' ? 4000 : 7000 },
            sectionId: other,
            ...(kind === 'mitre' && { endJoint: { to: 'a', kind, gapMm: 0 } }),
          })
          const beam = member({
            sectionId,
            start: { x: 0, y: 4000 - 6000 * rise },
            end: { x: 6000, y: 4000 },
            endJoint: { to: 'post', kind, gapMm: 0 },
          })
          const records = project(beam, post)
          const [a, b] = [beam, post].map((each) => convexParts(bodyOf(each, records)!))
          const shared = a!.reduce((sum, p) => sum + b!.reduce((all, q) => all + sharedVolume(p, q), 0), 0)
          expect(shared / a!.reduce((sum, p) => sum + volumeOf(p), 0)).toBeLessThan(1e-6)
          expect(bodyOf(beam, records)!.lengthMm).toBeGreaterThan(5000)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('follows the member that its end is fitted to', () => {
    const post = member({ id: 'post', start: { x: 6000, y: 0 }, end: { x: 6000, y: 7000 }, sectionId: 'HEB 200' })
    const beam = member({ end: { x: 6000, y: 3000 }, endJoint: { to: 'post', kind: 'square', gapMm: 10 } })
    const before = bodyOf(beam, project(beam, post))!.lengthMm
    const moved = { ...post, start: { x: 6300, y: 0 }, end: { x: 6300, y: 7000 } }
    expect(bodyOf(beam, project(beam, moved))!.lengthMm - before).toBeCloseTo(300, 6)
    expect(before).toBeCloseTo(6000 - 100 - 10, 6)
  })

  it('a gap is what is left between the end and the face', () => {
    const post = member({ id: 'post', start: { x: 6000, y: 0 }, end: { x: 6000, y: 7000 }, sectionId: 'HEB 200' })
    const beam = member({ end: { x: 6000, y: 4000 }, endJoint: { to: 'post', kind: 'face', gapMm: 12 } })
    const { placed, end } = bodyOf(beam, project(beam, post))!
    // HEB 200 is 200 deep: its face lies 100 before its middle.
    const reach = cutAlong(placed, end.plane, { x: 0, y: 0 }) * placed.along.y
    expect(placed.origin.y + reach).toBeCloseTo(6000 - 100 - 12, 6)
  })

  it('an end fitted to what runs alike is cut square, and says why', () => {
    const other = member({ id: 'b', start: { x: 0, y: 5000 }, end: { x: 5000, y: 5000 } })
    const beam = member({ endJoint: { to: 'b', kind: 'face', gapMm: 0 } })
    const body = bodyOf(beam, project(beam, other))!
    expect(body.end.problem).toMatch(/alike/)
    expect(body.lengthMm).toBeCloseTo(5000, 6)
  })

  it('its image under any move of the plane is congruent: the same length, mass and places', () => {
    fc.assert(
      fc.property(
        anySection,
        anyPoint,
        anyPoint,
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.boolean(),
        fc.constantFrom(...SEATS),
        (sectionId, start, end, turnRad, byRad, over, seat) => {
          fc.pre(Math.hypot(end.x - start.x, end.y - start.y) > 600)
          const beam = member({ sectionId, start, end, turnRad, seat })
          const records = project(beam)
          const [cos, sin] = [Math.cos(byRad), Math.sin(byRad)]
          const map: Affine = over ? [cos, sin, sin, -cos, 120, -40] : [cos, sin, -sin, cos, 120, -40]
          const frame = frameOf(PLANE.id, records)
          const image = memberShape.mapped(beam, map, surroundingsOf(records, { unit: 'mm', precision: 1 }, frame))
          const [before, after] = [bodyOf(beam, records)!, bodyOf(image, project(image))!]
          expect(after.lengthMm).toBeCloseTo(before.lengthMm, 4)
          // Every place of the section goes where the map takes it.
          for (const p of [
            { x: 10, y: 20 },
            { x: -15, y: 5 },
          ]) {
            const from = seen(placeAlong(before.placed, p, 100))
            const to = seen(placeAlong(after.placed, p, 100))
            const wanted = apply(map, from)
            expect(Math.hypot(to.x - wanted.x, to.y - wanted.y)).toBeLessThan(1e-5)
            expect(to.aside).toBeCloseTo(from.aside, 5)
          }
        },
      ),
      { numRuns: 200 },
    )
  })
})

/** In the plane of the tests, whose right is north. */
const seen = ({ x, y, z }: Vector3) => ({ x: y, y: z, aside: x - PLANE.start.x })

function sizesOf(shape: Parameters<typeof propertiesOf>[0]) {
  if (shape.form === 'pipe' || shape.form === 'rod') return { widthMm: shape.diameterMm, heightMm: shape.diameterMm }
  if (shape.form === 'outline') throw new Error('The catalogue holds no traced outlines.')
  return shape
}
