import { ParseSpeeds, PDFArray, PDFDict, PDFDocument, PDFHexString, PDFName, PDFNumber, PDFString } from 'pdf-lib'
import { apply } from '../../geometry/affine'
import { type Box, boxOf, corners } from '../../geometry/box'
import { distance, type Point } from '../../geometry/vector'
import { MM_PER, MM_PER_PT, UNIT_WORDS } from '../../units/length'
import type { StatedMeasure } from '../measures'
import { indexOfText } from './bytes'
import { type PageSpace, pageSpace } from './page-space'

/** Units by the labels that files give them, in millimetres. */
const UNITS_MM: Readonly<Record<string, number>> = {
  ...UNIT_WORDS,
  '″': MM_PER.in,
  '′': MM_PER.ft,
  mi: 5280 * MM_PER.ft,
  pt: MM_PER_PT,
  pts: MM_PER_PT,
}

/** Viewports and annotations looked at of one page. */
const MOST = 500

/** A file that can hold scales: they may also stand within streams of objects. */
export function mayHoldMeasures(bytes: Uint8Array): boolean {
  return indexOfText(bytes, '/Measure') >= 0 || indexOfText(bytes, '/ObjStm') >= 0
}

/**
 * The scales that a PDF records of its pages: measure dictionaries of viewports and of annotations (ISO 32000-2, 12.9),
 * rectilinear ones (RL) and those of maps (GEO, 12.10).
 * @param bytes the file, unprotected
 * @returns by page, from 1
 * @throws Error where the file can't be read
 */
export async function measuresOf(bytes: Uint8Array): Promise<ReadonlyMap<number, readonly StatedMeasure[]>> {
  const document = await PDFDocument.load(bytes, {
    ignoreEncryption: true,
    updateMetadata: false,
    parseSpeed: ParseSpeeds.Fastest,
  })
  const found = new Map<number, readonly StatedMeasure[]>()
  for (const [i, page] of document.getPages().entries()) {
    const userUnit = numberOf(page.node.lookup(PDFName.of('UserUnit'))) ?? 1
    const { x, y, width, height } = page.getCropBox()
    const space = pageSpace([x, y, x + width, y + height], page.getRotation().angle, userUnit)
    const measures = [
      ...dictsOf(page.node.lookup(PDFName.of('VP'))).flatMap((dict) => ofViewport(dict, space, userUnit)),
      ...dictsOf(page.node.lookup(PDFName.of('Annots'))).flatMap((dict) => ofAnnotation(dict, space, userUnit)),
    ]
    if (measures.length > 0) found.set(i + 1, measures)
  }
  return found
}

function dictsOf(object: unknown): PDFDict[] {
  if (!(object instanceof PDFArray)) return []
  return Array.from({ length: Math.min(object.size(), MOST) }, (_, i) => object.lookup(i)).filter(
    (each) => each instanceof PDFDict,
  )
}

const numberOf = (object: unknown): number | null => (object instanceof PDFNumber ? object.asNumber() : null)
const textOf = (object: unknown): string =>
  object instanceof PDFString || object instanceof PDFHexString ? object.decodeText() : ''
const nameOf = (object: unknown): string => (object instanceof PDFName ? object.decodeText() : '')
const look = (dict: PDFDict, key: string): unknown => dict.lookup(PDFName.of(key))

function numbersOf(object: unknown): number[] {
  if (!(object instanceof PDFArray)) return []
  return Array.from({ length: object.size() }, (_, i) => numberOf(object.lookup(i)) ?? Number.NaN)
}

/** The part of the sheet that a rectangle of user space covers. */
function boxOnSheet([x1, y1, x2, y2]: readonly number[], { toSheet }: PageSpace): Box | null {
  if (![x1, y1, x2, y2].every(Number.isFinite)) return null
  return boxOf(corners(boxOf([point(x1!, y1!), point(x2!, y2!)])).map((p) => apply(toSheet, p)))
}

const point = (x: number, y: number): Point => ({ x, y })

function ofViewport(viewport: PDFDict, space: PageSpace, userUnit: number): StatedMeasure[] {
  const box = numbersOf(look(viewport, 'BBox'))
  const measure = look(viewport, 'Measure')
  const shown = boxOnSheet(box, space)
  if (!(measure instanceof PDFDict) || !shown) return []
  const name = textOf(look(viewport, 'Name')) || null
  if (nameOf(look(measure, 'Subtype')) === 'GEO') return ofMap(measure, box, { name, box: shown, userUnit })
  return ofScale(measure, { source: 'viewport', name, box: shown }, space, userUnit)
}

/** Lines, outlines and areas that measure carry the scale by which they do. */
const MEASURING = new Set(['Line', 'PolyLine', 'Polygon'])

function ofAnnotation(annotation: PDFDict, space: PageSpace, userUnit: number): StatedMeasure[] {
  const measure = look(annotation, 'Measure')
  if (!MEASURING.has(nameOf(look(annotation, 'Subtype'))) || !(measure instanceof PDFDict)) return []
  const box = boxOnSheet(numbersOf(look(annotation, 'Rect')), space)
  const name = textOf(look(annotation, 'Contents')).slice(0, 200) || null
  return box ? ofScale(measure, { source: 'annotation', name, box }, space, userUnit) : []
}

/** What a rectilinear measure dictionary says: X to the largest unit along, D from that to the largest unit of lengths. */
function ofScale(
  measure: PDFDict,
  about: Pick<StatedMeasure, 'source' | 'name' | 'box'>,
  { toSheet }: PageSpace,
  userUnit: number,
): StatedMeasure[] {
  const along = formatOf(look(measure, 'X'))
  const up = formatOf(look(measure, 'Y')) ?? along
  const lengths = formatOf(look(measure, 'D'))
  const unitMm = lengths ? UNITS_MM[lengths.unit] : along && UNITS_MM[along.unit]
  if (!along || !up || !unitMm) return []
  const perUnit = (lengths?.factor ?? 1) * unitMm
  // Where the two axes have units of their own, CYX brings the second to the first.
  const upToAlong = look(measure, 'Y') instanceof PDFArray ? (numberOf(look(measure, 'CYX')) ?? 1) : 1
  const [x, y] = [(along.factor * perUnit) / userUnit, (up.factor * upToAlong * perUnit) / userUnit]
  const turned = Math.abs(toSheet[1]) > Math.abs(toSheet[0])
  const [mmPerPtX, mmPerPtY] = turned ? [y, x] : [x, y]
  const sound = [mmPerPtX, mmPerPtY].every((mm) => Number.isFinite(mm) && mm > 0)
  return sound ? [{ ...about, words: textOf(look(measure, 'R')).slice(0, 200), mmPerPtX, mmPerPtY }] : []
}

/** The first number format of an array: its factor, and the label of its unit. */
function formatOf(object: unknown): { factor: number; unit: string } | null {
  const [first] = dictsOf(object)
  const factor = first && numberOf(look(first, 'C'))
  return first && factor ? { factor, unit: textOf(look(first, 'U')).trim().toLowerCase() } : null
}

/** Mean radius of the earth (IUGG 1980). Between points of one site its flattening is below half a percent. */
const EARTH_MM = 6_371_008_800
const EARTH_FLATTENING = 1 / 298.257_223_563

/** Places on the earth, latitude and longitude, against places of the viewport's unit square. */
function ofMap(
  measure: PDFDict,
  bbox: readonly number[],
  about: Pick<StatedMeasure, 'name' | 'box'> & { readonly userUnit: number },
): StatedMeasure[] {
  const onEarth = pairs(numbersOf(look(measure, 'GPTS')))
  const given = pairs(numbersOf(look(measure, 'LPTS')))
  const inBox = given.length === onEarth.length ? given : UNIT_SQUARE
  if (onEarth.length < 2 || onEarth.length > inBox.length) return []
  const [x1, y1, x2, y2] = bbox as [number, number, number, number]
  const onPage = inBox.map((p) => point(x1 + p.x * (x2 - x1), y1 + p.y * (y2 - y1)))
  let [mm, pt] = [0, 0]
  for (let i = 0; i < onEarth.length; i++)
    for (let j = i + 1; j < onEarth.length; j++) {
      mm += earthMm(onEarth[i]!, onEarth[j]!)
      pt += distance(onPage[i]!, onPage[j]!) * about.userUnit
    }
  const mmPerPt = mm / pt
  if (!(mmPerPt > 0 && Number.isFinite(mmPerPt))) return []
  return [{ source: 'map', name: about.name, words: '', box: about.box, mmPerPtX: mmPerPt, mmPerPtY: mmPerPt }]
}

const UNIT_SQUARE: readonly Point[] = [point(0, 0), point(0, 1), point(1, 1), point(1, 0)]

const pairs = (numbers: readonly number[]): Point[] =>
  Array.from({ length: Math.floor(numbers.length / 2) }, (_, i) => point(numbers[2 * i]!, numbers[2 * i + 1]!))

/** Between places near one another, by the radii of curvature at their middle. @param a and `b` as latitude (x) and longitude (y) in degrees */
function earthMm(a: Point, b: Point): number {
  const rad = Math.PI / 180
  const latitude = ((a.x + b.x) / 2) * rad
  const e2 = EARTH_FLATTENING * (2 - EARTH_FLATTENING)
  const equatorial = EARTH_MM * (1 + EARTH_FLATTENING / 3)
  const w = 1 - e2 * Math.sin(latitude) ** 2
  const north = (b.x - a.x) * rad * ((equatorial * (1 - e2)) / w ** 1.5)
  const east = (b.y - a.y) * rad * ((equatorial * Math.cos(latitude)) / Math.sqrt(w))
  return Math.hypot(north, east)
}
