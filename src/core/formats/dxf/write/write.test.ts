import { describe, expect, it } from 'vitest'
import { readDxf } from '../../../../../tests/support/ezdxf'
import { handWritten } from '../../../../../tests/support/hand-written'
import { opening, wall as wallOf, wallType } from '../../../../../tests/support/house'
import { readSheet } from '../../../../../tests/support/read-sheet'
import { distance } from '../../../geometry/vector'
import { wallOutlines } from '../../../model/wall/joins'
import type { Wall } from '../../../model/wall/schema'
import { withType } from '../../../model/wall-type/typed'
import type { DxfDrawing } from '../drawing'
import { lineworkDrawing } from '../from-linework'
import { modelDrawing } from '../plan/plan'
import { cleanName } from './names'
import { writeDxf } from './write'
import { writeDxfR12 } from './write-r12'

const asFile = (drawing: DxfDrawing) => new TextEncoder().encode([...writeDxf(drawing)].join(''))

describe('a DXF, as another program reads it', () => {
  it('holds walls as closed outlines on their layer, to a thousandth of a millimetre, far from the origin too', async () => {
    const far = { x: 412_345_678.9, y: 5_678_901_234.5 }
    const wall: Wall = {
      id: 'a',
      kind: 'wall',
      start: far,
      end: { x: far.x + 5210.25, y: far.y + 3100.5 },
      thicknessMm: 365,
      tracedLine: 'left',
    }
    const report = await readDxf(asFile(modelDrawing([wall])))
    expect(report.errors).toEqual([])
    expect(report.units).toBe(4)
    const [line] = report.polylines
    expect(line).toMatchObject({ layer: 'A-WALL', closed: true })
    const ours = wallOutlines([wall]).get('a')!
    line!.points.forEach(([x, y], i) => {
      expect(distance({ x: x!, y: y! }, ours[i]!)).toBeLessThan(1e-3)
    })
  })

  it('holds the layers of a wall beside one another, in the wall', async () => {
    const type = wallType('t', 'Clad', ['Larch', 30, 'finish'], ['Timber', 160, 'bearing'])
    const plain = wallOf('a', { x: 0, y: 0 }, { x: 4000, y: 0 }, 1, 'left')
    const report = await readDxf(asFile(modelDrawing([type, withType(plain, type)])))
    expect(report.errors).toEqual([])
    const edges = report.polylines
      .filter(({ layer }) => layer === 'A-WALL-PATT')
      .map(({ points }) => points.map(([, y]) => Math.round(y!)).sort((a, b) => b - a))
    expect(edges).toEqual([
      [0, 0, -30, -30],
      [-30, -30, -190, -190],
    ])
  })

  it('keeps storeys apart: on layers of their own, or one of them alone', async () => {
    const upper = { id: 'up', kind: 'level' as const, name: 'Upper', elevationMm: 3000 }
    const below = wallOf('a', { x: 0, y: 0 }, { x: 4000, y: 0 })
    const above = { ...wallOf('b', { x: 4000, y: 0 }, { x: 4000, y: 3000 }), levelId: 'up' }
    const doors = ['a', 'b'].map((wallId) => opening(`door ${wallId}`, wallId, 'door', 1500, 900, 2100, 0))
    const records = [upper, below, above, ...doors]
    const whole = await readDxf(asFile(modelDrawing(records)))
    expect(whole.errors).toEqual([])
    expect(new Set(whole.polylines.map(({ layer }) => layer))).toEqual(new Set(['A-WALL', 'A-WALL-Upper']))
    expect(whole.inserts.map(({ layer }) => layer)).toEqual(['A-DOOR', 'A-DOOR-Upper'])
    // Walls of two storeys that touch in plan do not meet.
    const ends = whole.polylines.filter(({ layer }) => layer === 'A-WALL-Upper').flatMap(({ points }) => points)
    expect(new Set(ends.map(([, y]) => Math.round(y!)))).toEqual(new Set([0, 1050, 1950, 3000]))
    const alone = await readDxf(asFile(modelDrawing(records, { levelId: 'up' })))
    expect(new Set(alone.polylines.map(({ layer }) => layer))).toEqual(new Set(['A-WALL']))
    // The wall on both sides of its door.
    expect(alone.polylines).toHaveLength(2)
  })

  it('of nothing is a good file too', async () => {
    const report = await readDxf(asFile(modelDrawing([])))
    expect(report.errors).toEqual([])
    expect(report.types).toEqual({})
  })

  it.each([
    ['mm', 4],
    ['cm', 5],
    ['m', 6],
    ['in', 1],
    ['ft', 2],
  ] as const)('says in its header that it is in %s', async (unit, code) => {
    expect((await readDxf(asFile({ unit, layers: [], entities: [] }))).units).toBe(code)
  })

  it('keeps the sheet’s lines, curves and text on the sheet’s layers, and leaves out what is not seen', async () => {
    const { linework } = await readSheet(
      await handWritten(
        `/OC /W BDC 0 0 m 72 0 l S 10 10 m 20 60 80 60 90 10 c S EMC
         1 G 5 5 m 50 5 l S BT /H 12 Tf 30 40 Td (Größe \\(3\\)) Tj ET`,
        {
          catalog: '/OCProperties << /OCGs [10 0 R] /D << /ON [10 0 R] >> >>',
          resources:
            '/Properties << /W 10 0 R >> /Font << /H << /Type /Font /Subtype /Type1 /BaseFont /Helvetica /Encoding /WinAnsiEncoding >> >>',
          objects: ['/Type /OCG /Name (Wände: innen)'],
        },
      ),
    )
    const report = await readDxf(asFile(lineworkDrawing(linework, 100)))
    expect(report.errors).toEqual([])
    expect(report.types).toEqual({ LINE: 1, SPLINE: 1, TEXT: 1 })
    expect(report.layers).toEqual(expect.arrayContaining(['0', 'Sheet', 'Wände_ innen']))
    expect(report.texts).toEqual(['Größe (3)'])
    expect(report.lines).toEqual([[0, 0, 2540, 0]])
  })
})

describe('a DXF of release 12, as another program reads it', () => {
  const drawing: DxfDrawing = {
    unit: 'mm',
    layers: [
      { name: 'Wände: innen', colorIndex: 1 },
      { name: 'Wände, innen', colorIndex: 2, line: 'dashed' },
    ],
    entities: [
      { layer: 'Wände: innen', type: 'line', start: { x: 0, y: 0 }, end: { x: 2540.125, y: 0 } },
      {
        layer: 'Wände, innen',
        type: 'polyline',
        points: [
          { x: 0, y: 0 },
          { x: 10, y: 0 },
          { x: 10, y: 20 },
        ],
        bulges: [0, 0.5, 0],
        closed: true,
      },
      {
        layer: 'Wände: innen',
        type: 'arc',
        arc: { kind: 'arc', center: { x: 5, y: 6 }, radius: 7, fromRad: 1, sweepRad: -2 },
      },
      {
        layer: 'Wände: innen',
        type: 'spline',
        closed: false,
        curves: [
          {
            start: { x: 0, y: 0 },
            pullStart: { x: 0, y: 90 },
            pullEnd: { x: 90, y: 90 },
            end: { x: 90, y: 0 },
          },
        ],
      },
      { layer: 'Wände: innen', type: 'text', at: { x: 1, y: 2 }, text: 'Größe 3 m²', height: 2.5, turnDeg: 0 },
    ],
  }

  it('holds the same, with round shapes as arcs, bulges or chords, and its unit', async () => {
    const report = await readDxf(writeDxfR12(drawing))
    expect(report.errors).toEqual([])
    expect(report.units).toBe(4)
    expect(report.types).toEqual({ LINE: 1, POLYLINE: 2, ARC: 1, TEXT: 1 })
    expect(report.lines).toEqual([[0, 0, 2540.125, 0]])
    expect(report.texts).toEqual(['Größe 3 m²'])
    expect(report.layers).toEqual(expect.arrayContaining(['0', 'W_NDE__INNEN', 'W_NDE__INNEN_2']))
  })

  it('of nothing is a good file too', async () => {
    expect((await readDxf(writeDxfR12({ unit: 'm', layers: [], entities: [] }))).errors).toEqual([])
  })
})

it('a layer’s name keeps only what DXF allows', () => {
  expect(cleanName('a<b>/c"d:e;f?g*h|i=j`k,l\u0007')).toBe('a_b__c_d_e_f_g_h_i_j_k_l_')
  expect(cleanName('   ')).toBe('unnamed')
  expect(cleanName('x'.repeat(300))).toHaveLength(255)
})
