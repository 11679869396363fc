import * as WebIfc from 'web-ifc'
import { cutAt } from '@/core/formats/ifc/read/cut'
import { boxOf, EMPTY_BOX, isEmpty, unite } from '@/core/geometry/box'
import type { Segment } from '@/core/geometry/piece/piece'
import type { Point } from '@/core/geometry/vector'
import type { Linework } from '@/core/sheet/linework'
import { SourceError } from '@/core/sheet/problem'
import { Recorder } from '@/core/sheet/recorder'
import type { Solids } from '@/core/sheet/solids'
import { MM_PER_PT } from '@/core/units/length'
import type { Opener, SheetFile } from '../sheet-file'
import { eachCorner } from './ifc-corners'
import { pageOfLines } from './page-of-lines'

/** How high over its floor a storey is cut: through doors and most windows. */
const CUT_MM = 1000
/** Around what is cut. */
const AIR_MM = 500
const MM_PER_M = 1000
/** Height of the letters of rooms. */
const LETTER_MM = 200
const INK = '#26302f'
/** Models with more triangles are not taken in. */
const MOST_CORNERS = 60_000_000

/** One element of a model by its surface. */
interface Surface {
  /** Its class as layers are named: `Wall`. */
  readonly layer: string
  /** Of triangles, x y z upwards, millimetres. */
  readonly corners: Float64Array
}

interface Storey {
  readonly name: string | null
  readonly elevationMm: number
}

/** A building model: a page for each storey, cut a metre over its floor, a millimetre of the building to a millimetre of the sheet. */
export const openIfc: Opener = async (bytes) => {
  const api = new WebIfc.IfcAPI()
  await api.Init(undefined, true)
  api.SetLogLevel(WebIfc.LogLevel.LOG_LEVEL_OFF)
  const model = api.OpenModel(bytes)
  if (model < 0) throw new SourceError('broken')
  const surfaces = surfacesOf(api, model)
  const storeys = storeysOf(api, model, surfaces)
  const storeyBySurface = new Map(surfaces.map((surface) => [surface, storeyOf(storeys, surface)]))
  const rooms = roomsOf(api, model)
  const producer = producerOf(bytes)
  api.CloseModel(model)
  const read = new Map<number, Cut>()
  const cutOf = (number: number): Cut => {
    const storey = storeys[number - 1]
    if (!storey) throw new SourceError('no-such-page')
    const known = read.get(number) ?? cutStorey(storey, surfaces, rooms)
    read.set(number, known)
    return known
  }
  return {
    pageCount: storeys.length,
    producer,
    names: async () => storeys.map(({ name }) => name),
    page: async (number) => {
      const { linework, zeroPt } = cutOf(number)
      const { widthPt, heightPt } = linework
      const storey = storeys[number - 1]!
      const { elevationMm } = storey
      const solids = () =>
        solidsOf(
          storey,
          surfaces.filter((each) => storeyBySurface.get(each) === number - 1),
          zeroPt,
        )
      const page = { widthPt, heightPt, zeroPt, elevationMm, measures: [], linework: () => linework, solids }
      return pageOfLines(number, page)
    },
    close: async () => undefined,
  } satisfies SheetFile
}

/** Everything with a body but openings and rooms. */
function surfacesOf(api: WebIfc.IfcAPI, model: number): Surface[] {
  const found: Surface[] = []
  let count = 0
  api.StreamAllMeshes(model, (mesh) => {
    const corners = cornersOf(api, model, mesh)
    count += corners.length / 3
    if (count > MOST_CORNERS) throw new SourceError('drawing-too-large')
    found.push({ layer: classOf(api, model, mesh.expressID), corners })
  })
  return found
}

/** `Wall` for IFCWALLSTANDARDCASE and its like. */
function classOf(api: WebIfc.IfcAPI, model: number, id: number): string {
  const name = api.GetNameFromTypeCode(api.GetLineType(model, id)) ?? 'IfcElement'
  return name.replace(/^Ifc/i, '').replace(/StandardCase$|ElementedCase$/i, '')
}

/** The triangles of a mesh in the place of the model; the library has metres with y upwards. */
function cornersOf(api: WebIfc.IfcAPI, model: number, mesh: WebIfc.FlatMesh): Float64Array {
  const all: number[] = []
  eachCorner(api, model, mesh, (x, y, z) => all.push(x * MM_PER_M, -z * MM_PER_M, y * MM_PER_M))
  return Float64Array.from(all)
}

/** From where to where triangles reach upwards, millimetres. */
function heightsOf(corners: Float64Array): { readonly foot: number; readonly head: number } {
  let [foot, head] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY]
  for (let i = 2; i < corners.length; i += 3) {
    foot = Math.min(foot, corners[i]!)
    head = Math.max(head, corners[i]!)
  }
  return { foot, head }
}

const linesOf = (api: WebIfc.IfcAPI, model: number, type: number) => {
  const ids = api.GetLineIDsWithType(model, type)
  return Array.from({ length: ids.size() }, (_, i) => ids.get(i))
}

/** Storeys from the lowest up; one over the foot of everything where the file names none. */
function storeysOf(api: WebIfc.IfcAPI, model: number, surfaces: readonly Surface[]): Storey[] {
  const perUnit = mmPerUnit(api, model)
  const named = linesOf(api, model, WebIfc.IFCBUILDINGSTOREY).map((id): Storey => {
    const { Name, Elevation } = api.GetLine(model, id)
    return { name: Name?.value ?? null, elevationMm: Number(Elevation?.value ?? 0) * perUnit }
  })
  if (named.length > 0) return named.sort((a, b) => a.elevationMm - b.elevationMm)
  const lowest = surfaces.reduce(
    (foot, { corners }) => Math.min(foot, heightsOf(corners).foot),
    Number.POSITIVE_INFINITY,
  )
  if (!Number.isFinite(lowest)) throw new SourceError('empty-drawing')
  return [{ name: null, elevationMm: lowest }]
}

/** Parts of a metre by the prefixes of SI. */
const PREFIXES: Readonly<Record<string, number>> = { MILLI: 1, CENTI: 10, DECI: 100, KILO: 1e6 }

/** The unit of lengths of a file, in millimetres. */
function mmPerUnit(api: WebIfc.IfcAPI, model: number): number {
  for (const id of linesOf(api, model, WebIfc.IFCSIUNIT)) {
    const { UnitType, Prefix, Name } = api.GetLine(model, id)
    if (UnitType?.value === 'LENGTHUNIT' && Name?.value === 'METRE' && isAssigned(api, model, id))
      return Prefix?.value ? (PREFIXES[Prefix.value] ?? MM_PER_M) : MM_PER_M
  }
  for (const id of linesOf(api, model, WebIfc.IFCCONVERSIONBASEDUNIT)) {
    const { UnitType, ConversionFactor } = api.GetLine(model, id, true)
    if (UnitType?.value !== 'LENGTHUNIT') continue
    const { ValueComponent, UnitComponent } = ConversionFactor ?? {}
    return Number(ValueComponent?.value ?? 1) * (PREFIXES[UnitComponent?.Prefix?.value] ?? MM_PER_M)
  }
  return MM_PER_M
}

/** Whether a unit is one that the project takes, and no part of another one. */
function isAssigned(api: WebIfc.IfcAPI, model: number, unit: number): boolean {
  const assignments = linesOf(api, model, WebIfc.IFCUNITASSIGNMENT)
  return (
    assignments.length === 0 ||
    assignments.some((id) => (api.GetLine(model, id).Units as { value: number }[]).some(({ value }) => value === unit))
  )
}

interface NamedRoom {
  readonly text: string
  readonly at: Point
  readonly foot: number
  readonly head: number
}

/** Rooms with their names, in the middle of what they cover. */
function roomsOf(api: WebIfc.IfcAPI, model: number): NamedRoom[] {
  const found: NamedRoom[] = []
  api.StreamAllMeshesWithTypes(model, [WebIfc.IFCSPACE], (mesh) => {
    const { Name, LongName } = api.GetLine(model, mesh.expressID)
    const words = [Name?.value, LongName?.value].filter((word, i, all) => word && all.indexOf(word) === i)
    const corners = cornersOf(api, model, mesh)
    const points = Array.from({ length: corners.length / 3 }, (_, i) => ({
      x: corners[3 * i]!,
      y: corners[3 * i + 1]!,
    }))
    if (words.length === 0 || points.length === 0) return
    const { minX, minY, maxX, maxY } = boxOf(points)
    found.push({ text: words.join(' '), at: { x: (minX + maxX) / 2, y: (minY + maxY) / 2 }, ...heightsOf(corners) })
  })
  return found
}

interface Cut {
  readonly linework: Linework
  readonly zeroPt: Point
}

/** A storey as lines: what is cut, by class on layers, and the names of its rooms. */
function cutStorey({ elevationMm }: Storey, surfaces: readonly Surface[], rooms: readonly NamedRoom[]): Cut {
  const height = elevationMm + CUT_MM
  const lines = new Map<string, Segment[]>()
  for (const { layer, corners } of surfaces) {
    const cut = cutAt(corners, height)
    if (cut.length > 0) lines.set(layer, [...(lines.get(layer) ?? []), ...cut])
  }
  const all = [...lines.values()].flat()
  const box = all.map(({ start, end }) => boxOf([start, end])).reduce(unite, EMPTY_BOX)
  // A storey of which nothing is cut is a blank sheet.
  const { minX, minY, maxX, maxY } = isEmpty(box) ? boxOf([{ x: 0, y: 0 }]) : box
  const onSheet = ({ x, y }: Point): Point => ({
    x: (x - minX + AIR_MM) / MM_PER_PT,
    y: (y - minY + AIR_MM) / MM_PER_PT,
  })
  const size = (mm: number) => (mm + 2 * AIR_MM) / MM_PER_PT
  const recorder = new Recorder(size(maxX - minX), size(maxY - minY))
  const clip = { box: { minX: -1, minY: -1, maxX: size(maxX - minX) + 1, maxY: size(maxY - minY) + 1 }, areas: [] }
  const names = [...lines.keys(), ROOMS]
  for (const [layer, segments] of lines) {
    const style = recorder.style({
      kind: 'stroke',
      color: INK,
      alpha: 1,
      widthPt: 10 / MM_PER_PT,
      dashPt: [],
      layer: names.indexOf(layer),
      markup: false,
    })
    for (const { start, end } of segments) {
      const [p, q] = [onSheet(start), onSheet(end)]
      recorder.segment(p.x, p.y, q.x, q.y, style, 0, clip)
    }
  }
  for (const { text, at, foot, head } of rooms)
    if (foot <= height && height <= head) {
      const lengthPt = (text.length * 0.55 * LETTER_MM) / MM_PER_PT
      const { x, y } = onSheet(at)
      const run = { text, x: x - lengthPt / 2, y, lengthPt, heightPt: LETTER_MM / MM_PER_PT, turnRad: 0 }
      recorder.run({ ...run, layer: names.indexOf(ROOMS), flags: 0 }, INK)
    }
  return {
    linework: recorder.finish(names.map((name) => ({ name, visible: true }))),
    zeroPt: onSheet({ x: 0, y: 0 }),
  }
}

/** More corners than these are no storey that a browser shows. */
const MOST_SHOWN_CORNERS = 6_000_000

/** What stands on a storey, over its floor. @param own the surfaces that belong to it */
function solidsOf({ elevationMm }: Storey, own: readonly Surface[], zeroPt: Point): Solids | null {
  const count = own.reduce((sum, { corners }) => sum + corners.length, 0)
  if (count / 3 > MOST_SHOWN_CORNERS) return null
  const cornersPt = new Float32Array(count)
  let at = 0
  for (const { corners } of own)
    for (let i = 0; i < corners.length; i += 3) {
      cornersPt[at++] = corners[i]! / MM_PER_PT + zeroPt.x
      cornersPt[at++] = corners[i + 1]! / MM_PER_PT + zeroPt.y
      cornersPt[at++] = (corners[i + 2]! - elevationMm) / MM_PER_PT
    }
  return { cornersPt }
}

/** The storey that a surface belongs to: the highest whose floor is not over its middle; the lowest for what lies below all. */
function storeyOf(storeys: readonly Storey[], { corners }: Surface): number {
  const { foot, head } = heightsOf(corners)
  return Math.max(
    0,
    storeys.findLastIndex(({ elevationMm }) => elevationMm <= (foot + head) / 2),
  )
}

const ROOMS = 'Space'

/** What the file says of the program that wrote it (FILE_NAME, its sixth entry). */
function producerOf(bytes: Uint8Array): string {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 4096))
  const [, entries = ''] = /FILE_NAME\s*\(([\s\S]*?)\)\s*;/.exec(head) ?? []
  const texts = [...entries.matchAll(/'((?:[^']|'')*)'/g)].map(([, text]) => text!)
  return texts.at(-2) ?? ''
}
