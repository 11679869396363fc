import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import JSZip from 'jszip'
import { exportSTEP, type Face, measureArea, type Shape3D } from 'replicad'
import { write3mf } from '@/core/formats/3mf/write'
import { chainEntities } from '@/core/formats/dxf/chains'
import type { DxfEntity } from '@/core/formats/dxf/drawing'
import { partDrawing } from '@/core/formats/dxf/part'
import { writeDxf } from '@/core/formats/dxf/write/write'
import { writeGlbNodes } from '@/core/formats/gltf/write'
import type { PaperName } from '@/core/formats/paper/papers'
import { dressStep, type StepHead, type StepProduct } from '@/core/formats/step/dress'
import { writeStl } from '@/core/formats/stl/write'
import type { PlanGroup } from '@/core/formats/svg/drawing'
import { PartDrawingError, partGroups, type SidedDimension } from '@/core/formats/svg/write-part'
import { dot3, type Vector3 } from '@/core/geometry/space'
import { measuredPoints } from '@/core/model/dimension/shape'
import { type Part, partsOf } from '@/core/model/part/schema'
import { priceBookOf } from '@/core/model/price-book/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { displayOf, settingsOf } from '@/core/model/settings/schema'
import { surroundingsOf } from '@/core/model/shapes'
import { frameOfPlane } from '@/core/model/work-plane/frame'
import { type PartSide, partView, viewsOf } from '@/core/model/work-plane/schema'
import { taggedHoles } from '@/core/part/hole-table'
import { workOf } from '@/core/part/make/work'
import { colourOfMaterial } from '@/core/part/material-look'
import { massKgOf, materialNamed } from '@/core/part/materials'
import { estimateOf } from '@/core/part/price/estimate'
import { ProfileError } from '@/core/part/profile'
import { PartBuilder } from '@/core/part/solid/build'
import { factsOf } from '@/core/part/solid/facts'
import { frameOfFace, linesOfFace, projectionOf } from '@/core/part/solid/flat'
import { startKernel } from '@/core/part/solid/kernel'
import { faceAt } from '@/core/part/solid/pick'
import { StepError } from '@/core/part/solid/steps/step'
import { drivingOn } from '@/core/sketch/demands'
import { partTables } from '@/core/tables/part'
import { partDisplay } from '@/core/units/format'
import { writeXlsx } from '../hand-over/xlsx'

/** A part that can't be handed over; the message is a sentence. */
export class PartError extends Error {}

const WASM = join(process.cwd(), 'node_modules', 'replicad-opencascadejs', 'dist', 'replicad_single.wasm')

type Records = ReadonlyMap<string, ProjectRecord>

/**
 * A part by its id or its name; the first one where nothing is said.
 * @throws PartError
 */
function partNamed(records: Records, named: string | undefined): Part {
  const parts = partsOf(records)
  const part = named === undefined ? parts[0] : parts.find(({ id, name }) => id === named || name === named)
  if (!part)
    throw new PartError(
      parts.length === 0
        ? 'There is no part in the project yet.'
        : `There is no such part: there are ${parts.map(({ name }) => name).join(', ')}.`,
    )
  return part
}

/** The solid of a part. @throws PartError */
async function solidOfPart(
  records: Records,
  named: string | undefined,
): Promise<{ readonly part: Part; readonly solid: Shape3D }> {
  const part = partNamed(records, named)
  await startKernel(() => readFile(WASM))
  const { solid, outcomes } = new PartBuilder().build(part, records)
  const broken = outcomes.findIndex(({ problem }) => problem !== null)
  if (broken >= 0) throw new PartError(`Step ${broken + 1} of ${part.name} can’t be done: ${outcomes[broken]!.problem}`)
  if (!solid) throw new PartError(`${part.name} has no solid yet: give it a thickness.`)
  return { part, solid }
}

const bytesOf = async (blob: Blob): Promise<Uint8Array> => new Uint8Array(await blob.arrayBuffer())

/** Who makes a file, and when. */
export type Maker = Pick<StepHead, 'madeAt' | 'author' | 'organisation'>

/** A part as STEP, in millimetres: with its name, colour and material. @throws PartError */
export async function stepOfPart(records: Records, named: string | undefined, maker: Maker): Promise<string> {
  const { part, solid } = await solidOfPart(records, named)
  return stepOf([{ part, solid }], records, { ...maker, name: part.name })
}

/** Between parts that are laid beside one another. */
const BESIDE_MM = 50

/**
 * All parts of a project as one STEP assembly, in millimetres, laid beside one another along x.
 * @throws PartError where one has no solid
 */
export async function stepOfParts(records: Records, name: string, maker: Maker): Promise<string> {
  const placed: { part: Part; solid: Shape3D }[] = []
  let along = 0
  for (const { id } of [partNamed(records, undefined), ...partsOf(records).slice(1)]) {
    const { part, solid } = await solidOfPart(records, id)
    const { from, to } = factsOf(solid)
    placed.push({ part, solid: placed.length === 0 ? solid : solid.translate(along - from.x, 0, 0) })
    along += to.x - (placed.length === 1 ? 0 : from.x) + BESIDE_MM
  }
  return stepOf(placed, records, { ...maker, name, assembly: name })
}

async function stepOf(
  placed: readonly { readonly part: Part; readonly solid: Shape3D }[],
  records: Records,
  head: StepHead,
): Promise<string> {
  const products = placed.map(({ part }, i): StepProduct => {
    const { name: material, densityKgM3 } = materialNamed(part.material, priceBookOf(records))
    return { placeholder: `product-${i}`, id: part.id, name: part.name, material, densityKgM3 }
  })
  const shapes = placed.map(({ solid }, i) => ({
    shape: solid,
    name: `product-${i}`,
    color: colourOfMaterial(products[i]!.material),
  }))
  const text = new TextDecoder().decode(await bytesOf(exportSTEP(shapes, { unit: 'MM', modelUnit: 'MM' })))
  return dressStep(text, products, head)
}

/** Chords leave round faces by no more than this, and turn by no more than this. */
const FLAT = { tolerance: 0.01, angularTolerance: 0.1 }

/** A part as binary STL, in millimetres. @throws PartError */
export async function stlOfPart(records: Records, named?: string): Promise<Uint8Array> {
  const { part, solid } = await solidOfPart(records, named)
  const { vertices, triangles } = solid.mesh(FLAT)
  return writeStl({ positions: vertices, triangles }, part.name)
}

/** A part as 3MF, in millimetres. @throws PartError */
export async function threeMfOfPart(records: Records, named?: string): Promise<Uint8Array> {
  const { part, solid } = await solidOfPart(records, named)
  const { vertices, triangles } = solid.mesh(FLAT)
  const zip = new JSZip()
  for (const [path, content] of write3mf({ positions: vertices, triangles }, part.name, part.material))
    zip.file(path, content)
  return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })
}

const MM_PER_M = 1000

/** A colour as linear factors, as glTF has them (IEC 61966-2-1). */
function linearOf(hex: string): readonly [number, number, number, number] {
  const [red, green, blue] = [1, 3, 5].map((at) => {
    const value = Number.parseInt(hex.slice(at, at + 2), 16) / 255
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
  }) as [number, number, number]
  return [red, green, blue, 1]
}

/** A part as binary glTF, in metres. @throws PartError */
export async function glbOfPart(records: Records, named?: string): Promise<Uint8Array> {
  const { part, solid } = await solidOfPart(records, named)
  const { vertices, normals, triangles } = solid.mesh(FLAT)
  const flat = (values: ArrayLike<number>, by: number) =>
    Float32Array.from(triangles.flatMap((corner) => [0, 1, 2].map((i) => values[3 * corner + i]! / by)))
  const node = {
    name: part.name,
    material: { name: part.material, color: linearOf(colourOfMaterial(part.material)) },
    positions: flat(vertices, MM_PER_M),
    normals: flat(normals, 1),
  }
  return writeGlbNodes([node], part.name)
}

/** What a part measures, its holes and what it costs, as a workbook. @throws PartError */
export async function xlsxOfPart(records: Records, named?: string): Promise<Uint8Array> {
  const { part, solid } = await solidOfPart(records, named)
  const facts = factsOf(solid)
  const work = workOf(part, records)
  const material = materialNamed(part.material, priceBookOf(records))
  const book = priceBookOf(records)
  const estimate = estimateOf(facts, work, material, book)
  return writeXlsx(partTables({ part, facts, work, material, estimate, book }))
}

/** Faces by what people call them, as the directions in which they look. */
const FACE_WORDS: Readonly<Record<string, Vector3>> = {
  top: { x: 0, y: 0, z: 1 },
  bottom: { x: 0, y: 0, z: -1 },
  front: { x: 0, y: -1, z: 0 },
  back: { x: 0, y: 1, z: 0 },
  left: { x: -1, y: 0, z: 0 },
  right: { x: 1, y: 0, z: 0 },
}

/** The flat face that is asked for: by a word the outermost one there, or by its middle in parts of the extents. @throws PartError */
function flatFace(solid: Shape3D, named = 'top'): Face {
  const out = FACE_WORDS[named]
  const face = out ? outermost(solid, out) : faceNamed(solid, named)
  if (face?.geomType !== 'PLANE')
    throw new PartError('This face is not flat: only flat ones can be drawn at their true size.')
  return face
}

/** @param named three parts of the extents, as 0.5,0.5,1 @throws PartError */
function faceNamed(solid: Shape3D, named: string): Face {
  const [x, y, z] = named.split(',').map(Number)
  if (![x, y, z].every(Number.isFinite))
    throw new PartError(
      `There is no face “${named}”: name ${Object.keys(FACE_WORDS).join(', ')}, or its middle in parts of the size, as 0.5,0.5,1.`,
    )
  try {
    return faceAt(solid, { x: x!, y: y!, z: z! })
  } catch (error) {
    throw error instanceof StepError ? new PartError('There is no such face any more.') : error
  }
}

/** The largest flat face that looks in a direction and lies furthest out there. */
function outermost(solid: Shape3D, out: Vector3): Face | undefined {
  const faces = solid.faces
    .filter((face) => face.geomType === 'PLANE' && dot3(frameOfFace(face).out, out) > 1 - 1e-6)
    .map((face) => ({ face, far: dot3(face.center, out), area: measureArea(face) }))
  return faces.sort((a, b) => (Math.abs(b.far - a.far) > 1e-4 ? b.far - a.far : b.area - a.area))[0]?.face
}

/** One flat face of a part at its true size, as DXF. @throws PartError */
export async function dxfOfFace(records: Records, named?: string, face?: string): Promise<string> {
  const { solid } = await solidOfPart(records, named)
  const entities = linesOfFace(flatFace(solid, face)).flatMap((chain): DxfEntity[] =>
    chainEntities(chain).map((entity) => ({ ...entity, layer: 'FACE' })),
  )
  return [...writeDxf({ unit: 'mm', layers: [{ name: 'FACE', colorIndex: 7 }], entities })].join('')
}

/** A dimensioned drawing of a part, group by group. @throws PartError */
export async function drawingOfPart(
  records: Records,
  named: string | undefined,
  paper: PaperName,
): Promise<PlanGroup[]> {
  const { part, solid } = await solidOfPart(records, named)
  const material = materialNamed(part.material, priceBookOf(records))
  const massKg = massKgOf(material, factsOf(solid).volumeMm3)
  const side = (name: PartSide) => projectionOf(solid, frameOfPlane(partView(name, part.id, name)))
  try {
    return partGroups(
      {
        name: part.name,
        about: massKg === null ? material.name : `${material.name} · ${massKg.toFixed(3)} kg`,
        views: { top: side('top'), front: side('front'), side: side('side') },
        dimensions: statedOn(part, records),
        holes: taggedHoles(workOf(part, records).holes),
        display: partDisplay(displayOf(records)),
        fields: settingsOf(records).title ?? {},
      },
      paper,
    )
  } catch (error) {
    throw error instanceof PartDrawingError ? new PartError(error.message) : error
  }
}

/** The dimensions that somebody stated on the views of a part. */
function statedOn(part: Part, records: Records): SidedDimension[] {
  const around = surroundingsOf(records, displayOf(records))
  return viewsOf(part.id, records).flatMap(({ id, side = 'top' }) =>
    drivingOn(id, records).map((dimension) => ({
      side,
      way: dimension.way,
      points: measuredPoints(dimension, around),
      offsetMm: dimension.offsetMm,
    })),
  )
}

/** A part from above as DXF, to be cut and drilled by. @throws PartError */
export function dxfOfPart(records: Records, named?: string): string {
  const part = partNamed(records, named)
  try {
    return [...writeDxf(partDrawing(part, records))].join('')
  } catch (error) {
    throw error instanceof ProfileError ? new PartError(`${part.name}: ${error.message}`) : error
  }
}
