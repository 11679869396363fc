import { describe, expect, it } from 'vitest'
import { box, disc, holes, partOf, THICK, viewOfPart } from '../../../../tests/support/part'
import type { PartStep } from '../../model/part/steps'
import { USUAL_PRICES } from '../../model/price-book/schema'
import type { ProjectRecord } from '../../model/registry'
import { chainsOf, isDrawn, surroundingsOf } from '../../model/shapes'
import { USUAL_DISPLAY } from '../../units/format'
import { innerCorners } from './corners'
import { judgePart, placeOfFinding, withLimit } from './findings'

const slot: ProjectRecord = {
  ...(box('slot', 0, 0, 0, 0) as Extract<ProjectRecord, { kind: 'path' }>),
  xy: [62, 50, 82, 50, 82, 54, 62, 54],
  bulges: [0, 1, 0, 1],
}

const records = new Map(
  [
    viewOfPart('top'),
    viewOfPart('front'),
    box('plate', 0, 0, 200, 100),
    box('pocket', 120, 20, 40, 60),
    box('side', 20, 2, 10, 4, 'front'),
    disc('round', 30, 70, 12),
    slot,
  ].map((record) => [record.id, record]),
)
const thick: PartStep = { ...THICK, profile: ['plate'] } as typeof THICK
const found = (...steps: readonly PartStep[]) =>
  new Map(
    judgePart(partOf(thick, ...steps), records)
      .filter(({ findings }) => findings.length > 0)
      .map(({ rule, findings }) => [rule.name, findings]),
  )
const places = (...xy: readonly [number, number][]) => xy.map(([x, y]) => ({ x, y }))

describe('whether a part can be made', () => {
  it('finds nothing on what is easy', () => {
    expect([...found(holes(), { id: 's', kind: 'sink', profile: ['round'], depthMm: 5 }).keys()]).toEqual([])
  })

  it('finds sharp inner corners of pockets, not the corners around the part', () => {
    const corners = found({ id: 's', kind: 'sink', profile: ['pocket'], depthMm: 5 }).get('inner-corner')!
    expect(corners.map(({ at, measured }) => [at!.x, at!.y, measured])).toEqual(
      expect.arrayContaining([
        [120, 20, 0],
        [160, 20, 0],
        [160, 80, 0],
        [120, 80, 0],
      ]),
    )
    expect(corners).toHaveLength(4)
  })

  it('tells inner corners alike, whichever way round a line runs', () => {
    const plate = records.get('plate')!
    if (!isDrawn(plate) || plate.kind !== 'path') throw new Error('The plate is a path.')
    const turned = { ...plate, xy: [0, 0, 0, 100, 200, 100, 200, 0] }
    for (const each of [plate, turned]) {
      const [chain] = chainsOf(each, surroundingsOf(records, USUAL_DISPLAY.mm))
      expect(innerCorners(chain!, true)).toHaveLength(4)
      expect(innerCorners(chain!, false)).toHaveLength(0)
    }
  })

  it('finds slots that are too deep for their ends, and thin floors', () => {
    const deep = found({ id: 's', kind: 'sink', profile: ['slot'] })
    expect(deep.get('pocket-depth')).toBeUndefined()
    expect(
      new Map(
        judgePart(
          withLimit(partOf(thick, { id: 's', kind: 'sink', profile: ['slot'] }), 'pocket-depth', 2),
          records,
        ).map(({ rule, findings }) => [rule.name, findings]),
      ).get('pocket-depth')![0]!.measured,
    ).toBeCloseTo(10 / 4, 6)
    const floor = found({ id: 's', kind: 'sink', profile: ['round'], depthMm: 9.4 }).get('floor')!
    expect(floor[0]!.measured).toBeCloseTo(0.6, 9)
  })

  it('finds holes near an edge and near one another, with what is left between them', () => {
    const near = found(holes({ places: places([5, 50], [100, 50], [109, 50]) }))
    expect(near.get('hole-edge')!.map(({ measured }) => measured)).toEqual([1])
    expect(near.get('hole-hole')!.map(({ measured }) => measured)).toEqual([1])
  })

  it('finds thin walls between what is cut, and cuts narrower than the sheet is thick', () => {
    const beside = new Map(records).set('beside', box('beside', 160.6, 30, 20, 20))
    const pockets = partOf(
      thick,
      { id: 'p', kind: 'sink', profile: ['pocket'], depthMm: 5 },
      { id: 'b', kind: 'sink', profile: ['beside'], depthMm: 5 },
    )
    const walls = judgePart(pockets, beside).find(({ rule }) => rule.name === 'wall')!.findings
    expect(walls).toHaveLength(1)
    expect(walls[0]!.measured).toBeCloseTo(0.6, 9)
    expect(found({ id: 's', kind: 'sink', profile: ['slot'] }).get('flat-cut')![0]!.measured).toBeCloseTo(4 / 10, 9)
    expect(found({ id: 's', kind: 'sink', profile: ['slot'], depthMm: 5 }).get('flat-cut')).toBeUndefined()
    expect(found(holes({ diameterMm: 8 })).get('flat-cut')).toBeUndefined()
  })

  it('finds a thickness in which no plate is bought, by the price book of the project', () => {
    const of = (heightMm: number, all = records) => {
      const part = partOf({ ...thick, heightMm } as typeof THICK)
      return judgePart(part, all).find(({ rule }) => rule.name === 'plate')!.findings
    }
    expect(of(10)).toEqual([])
    expect(of(11)[0]!.measured).toBeCloseTo(1, 9)
    expect(of(11, new Map(records).set('price-book', { ...USUAL_PRICES, platesMm: [11] }))).toEqual([])
  })

  it('finds what no usual drill or tap does', () => {
    expect(found(holes({ diameterMm: 6.03 })).get('drill-size')).toHaveLength(1)
    for (const diameterMm of [6, 6.6, 5.1054, 19.05, 12.7, 14.5])
      expect(found(holes({ diameterMm })).get('drill-size')).toBeUndefined()
    expect(found(holes({ diameterMm: 0.8 })).get('hole-depth')![0]!.measured).toBeCloseTo(12.5, 9)
    expect(found(holes({ diameterMm: 2, thread: 'M2.5', threadDepthMm: 8 })).get('thread-depth')![0]!.measured).toBe(4)
  })

  it('shows each finding somewhere, also where it is about all of a step', () => {
    const part = partOf(thick, holes({ diameterMm: 6.03 }), { id: 's', kind: 'sink', profile: ['side'], depthMm: 3 })
    const findings = judgePart(part, records).flatMap(({ findings: all }) => all)
    expect(findings.length).toBeGreaterThan(1)
    const shown = findings.map((each) => placeOfFinding(each, part, records)!)
    expect(new Set(shown.map(({ viewId }) => viewId))).toEqual(new Set(['top', 'front']))
    expect(shown.find(({ viewId }) => viewId === 'top')!.at).toEqual({ x: 20, y: 20 })
  })

  it('finds what is made from another side, and takes other figures', () => {
    const turned = partOf(thick, { id: 's', kind: 'sink', profile: ['side'], depthMm: 3 })
    const setUps = (part: typeof turned) => judgePart(part, records).find(({ rule }) => rule.name === 'set-ups')!
    expect(setUps(turned).findings).toHaveLength(1)
    const allowed = withLimit(turned, 'set-ups', 1)
    expect(setUps(allowed)).toMatchObject({ figure: 1, findings: [] })
    expect(withLimit(allowed, 'set-ups', undefined)).toEqual(turned)
  })
})
