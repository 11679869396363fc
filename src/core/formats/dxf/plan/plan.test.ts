import { describe, expect, it } from 'vitest'
import { readDxf } from '../../../../../tests/support/ezdxf'
import { opening, wall } from '../../../../../tests/support/house'
import { FIRST_LAYER, type Layer } from '../../../model/layer/schema'
import type { ProjectRecord } from '../../../model/registry'
import type { SymbolRecord } from '../../../model/symbol/schema'
import type { Wall } from '../../../model/wall/schema'
import type { LengthUnit } from '../../../units/length'
import { MM_PER } from '../../../units/length'
import { inUnit } from '../in-unit'
import { writeDxf } from '../write/write'
import { writeDxfR12 } from '../write/write-r12'
import type { PlanChoice } from './choice'
import { modelDrawing } from './plan'

const read = (records: readonly ProjectRecord[], choice: PlanChoice = {}, unit: LengthUnit = 'mm') =>
  readDxf(new TextEncoder().encode([...writeDxf(inUnit(modelDrawing(records, choice), unit))].join('')))

const drawn = { layerId: 'layer-0', pen: undefined }
const at = (x: number, y: number) => ({ x, y })

describe('a plan as DXF, as another program reads it', () => {
  it('has walls cut at their openings, and doors as blocks that say what they are', async () => {
    const records: ProjectRecord[] = [
      wall('a', at(0, 0), at(6000, 0), 240),
      { ...opening('d1', 'a', 'door', 1000, 900, 2010, 0), hinge: 'start', opens: 'left' },
      { ...opening('d2', 'a', 'door', 3000, 900, 2010, 0), hinge: 'end', opens: 'right', mark: 'T 7' },
      opening('w1', 'a', 'window', 5000, 1200, 1400, 900),
    ]
    const report = await read(records)
    expect(report.errors).toEqual([])
    expect(new Set(report.polylines.map(({ area }) => Math.round(area)))).toEqual(
      new Set([550, 1100, 950, 400].map((length) => length * 240)),
    )
    const [left, right, window] = report.inserts
    // One block serves for both doors, however they are hung.
    expect(left!.block).toBe('Door 900 x 2010')
    expect(right!.block).toBe(left!.block)
    expect([left!.at, right!.at]).toEqual([
      [1000, 0],
      [3000, 0],
    ])
    // The leaf turns to the left (up) of the wall, or to its right.
    expect(left!.box).toEqual([550, -120, 1450, 1020])
    expect(right!.box).toEqual([2550, -1020, 3450, 120])
    expect(left!.said).toMatchObject({ MARK: 'D01', TYPE: 'Door', WIDTH: '900', HEIGHT: '2010', OPENS: 'hinged' })
    expect(right!.said.MARK).toBe('T 7')
    expect(window!.said).toMatchObject({ MARK: 'W01', SILL: '900' })
    expect(window!.layer).toBe('A-GLAZ')
  })

  it('has round walls as bulges, cut radially', async () => {
    const round: Wall = { ...wall('a', at(0, 0), at(8000, 0), 300), bulge: 0.5 }
    const report = await read([round, opening('d', 'a', 'door', 4000, 1000, 2100, 0)])
    expect(report.errors).toEqual([])
    expect(report.polylines).toHaveLength(2)
    for (const { points } of report.polylines) expect(points).toHaveLength(4)
  })

  it('keeps dimensions, hatches, symbols, curves and writing what they are', async () => {
    const hidden: Layer = { ...FIRST_LAYER, id: 'hidden', name: 'Notes', visible: false, order: 1 }
    const alike: Layer = { ...FIRST_LAYER, id: 'alike', name: 'notes', order: 2 }
    const symbol: SymbolRecord = {
      id: 'stool',
      kind: 'symbol',
      name: 'Stool',
      base: at(100, 100),
      solid: undefined,
      shapes: [{ ...drawn, id: 's', kind: 'circle', center: at(100, 300), radiusMm: 150 }],
    }
    const records: ProjectRecord[] = [
      hidden,
      alike,
      symbol,
      {
        ...drawn,
        id: 'm1',
        kind: 'dimension',
        way: 'level',
        anchors: [{ at: at(0, 0) }, { at: at(3000, 400) }],
        offsetMm: 500,
        heightMm: 100,
        on: undefined,
      } as never,
      {
        ...drawn,
        id: 'm2',
        kind: 'dimension',
        way: 'aligned',
        anchors: [{ at: at(0, 0) }, { at: at(3000, 4000) }],
        offsetMm: 500,
        heightMm: 100,
      } as never,
      {
        ...drawn,
        id: 'm3',
        kind: 'dimension',
        way: 'angle',
        anchors: [{ at: at(0, 0) }, { at: at(900, 0) }, { at: at(0, 900) }],
        offsetMm: 500,
        heightMm: 100,
      } as never,
      {
        ...drawn,
        id: 'm4',
        kind: 'dimension',
        way: 'radius',
        anchors: [{ at: at(0, 0) }, { at: at(700, 0) }],
        offsetMm: 100,
        heightMm: 100,
      } as never,
      {
        ...drawn,
        id: 'h1',
        kind: 'hatch',
        rings: [{ xy: [0, 0, 900, 0, 900, 900, 0, 900] }, { xy: [300, 300, 600, 300, 600, 600, 300, 600] }],
        pattern: 'cross',
        spacingMm: 50,
        turnRad: Math.PI / 6,
      },
      {
        ...drawn,
        id: 'h2',
        kind: 'hatch',
        rings: [{ xy: [0, 0, 90, 0, 90, 90] }],
        pattern: 'solid',
        spacingMm: 50,
        turnRad: 0,
      },
      {
        ...drawn,
        id: 'i',
        kind: 'insert',
        symbolId: 'stool',
        at: at(5000, 0),
        turnRad: Math.PI / 2,
        factor: 2,
        mirrored: false,
      },
      {
        ...drawn,
        id: 'c',
        kind: 'spline',
        by: 'control',
        xy: [0, 0, 0, 500, 500, 500, 500, 0, 500, -500, 1000, -500, 1000, 0],
        closed: false,
      },
      {
        ...drawn,
        layerId: 'hidden',
        id: 't1',
        kind: 'text',
        at: at(0, 0),
        text: 'one {braced}\ntwo \\ slash',
        heightMm: 100,
        turnRad: 0,
      },
      {
        ...drawn,
        layerId: 'alike',
        id: 't2',
        kind: 'text',
        at: at(0, 0),
        text: 'load %%c 50 % ^J',
        heightMm: 100,
        turnRad: 0,
      },
    ]
    const report = await read(records)
    expect(report.errors).toEqual([])
    expect(report.types).toEqual({ DIMENSION: 4, HATCH: 2, INSERT: 1, SPLINE: 1, MTEXT: 1, TEXT: 1 })
    expect(report.dimensions.map(({ kind, measured }) => [kind, measured])).toEqual([
      [0, 3000],
      [1, 5000],
      [5, 1.570796],
      [4, 700],
    ])
    for (const { drawn: pieces } of report.dimensions) expect(pieces).toBeGreaterThan(1)
    expect(report.hatches).toEqual([
      {
        layer: 'Lines',
        solid: false,
        rings: 2,
        lines: [
          { turn: 30, spacing: 50 },
          { turn: 120, spacing: 50 },
        ],
      },
      { layer: 'Lines', solid: true, rings: 1, lines: [] },
    ])
    // Twice as large and a quarter turned: its middle lies 400 to the left.
    expect(report.inserts[0]).toMatchObject({ at: [5000, 0], turn: 90, scale: [2, 2], box: [4300, -300, 4900, 300] })
    expect(report.splines[0]!.controls).toBe(7)
    expect(report.manyLines).toEqual(['one {braced}\ntwo \\ slash'])
    expect(report.texts).toEqual(['load %%%%%%c 50 % ^ J'])
    // Layers that differ in capitals alone would be one; what is hidden is there but off.
    expect(report.looks.Notes).toMatchObject({ off: true })
    expect(report.looks.notes_2).toMatchObject({ off: false })
  })

  it.each(['cm', 'm', 'in', 'ft'] as const)('is as large in %s as in millimetres', async (unit) => {
    const records: ProjectRecord[] = [
      wall('a', at(0, 0), at(6096, 0), 304.8),
      opening('d', 'a', 'door', 3048, 914.4, 2032, 0),
      {
        ...drawn,
        id: 'm',
        kind: 'dimension',
        way: 'level',
        anchors: [{ at: at(0, 0) }, { at: at(3048, 0) }],
        offsetMm: 500,
        heightMm: 100,
      } as never,
    ]
    const report = await read(records, { paper: 'A3', ratio: 100 }, unit)
    const per = MM_PER[unit]
    expect(report.errors).toEqual([])
    expect(report.polylines[0]!.area).toBeCloseTo((((6096 - 914.4) / 2) * 304.8) / per ** 2, 6)
    expect(report.inserts[0]!.at[0]).toBeCloseTo(3048 / per, 6)
    expect(report.inserts[0]!.box[2]! - report.inserts[0]!.box[0]!).toBeCloseTo(914.4 / per, 2)
    expect(report.dimensions[0]!.measured).toBeCloseTo(3048 / per, 4)
    // A millimetre of the paper shows a hundred of the building.
    expect(report.layouts[0]!.views[0]!.ratio).toBeCloseTo(100 / per, 5)
  })

  it('lays each storey out on a sheet of its own, to scale, with its title block', async () => {
    const records: ProjectRecord[] = [
      {
        id: 'settings',
        kind: 'settings',
        unit: 'mm',
        precision: 0,
        title: { number: 'A-101', revision: 'C', drawnBy: 'Łucja Ž.' },
      },
      { id: 'up', kind: 'level', name: 'Upper', elevationMm: 3000 },
      wall('a', at(0, 0), at(9000, 0)),
      { ...wall('b', at(0, 0), at(9000, 0)), levelId: 'up' },
    ]
    const { errors, layouts } = await read(records, { paper: 'A3', title: 'House' })
    expect(errors).toEqual([])
    expect(layouts.map(({ name, paper }) => [name, paper])).toEqual([
      ['Ground', [420, 297]],
      ['Upper', [420, 297]],
    ])
    expect(layouts.map(({ views }) => views[0]!.frozen)).toEqual([['A-WALL-Upper'], ['A-WALL']])
    expect(layouts[1]!.views[0]).toMatchObject({ ratio: 50, middle: [4500, 0] })
    expect(layouts[1]!.texts).toEqual(expect.arrayContaining(['House', 'Upper · 1:50 on A3', 'A-101', 'C', 'Łucja Ž.']))
  })

  it('says the same in release 12, with blocks and what they say', async () => {
    const records: ProjectRecord[] = [
      wall('a', at(0, 0), at(6000, 0), 240),
      opening('d1', 'a', 'door', 1000, 900, 2010, 0),
      { ...drawn, id: 't1', kind: 'text', at: at(0, 0), text: 'one\ntwo', heightMm: 100, turnRad: 0 },
    ]
    const report = await readDxf(writeDxfR12(modelDrawing(records)))
    expect(report.errors).toEqual([])
    expect(report.types).toEqual({ POLYLINE: 2, INSERT: 1, TEXT: 2 })
    expect(report.inserts[0]!.said).toMatchObject({ MARK: 'D01', WIDTH: '900' })
  })
})
