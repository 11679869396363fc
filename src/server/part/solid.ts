import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import JSZip from 'jszip'
import { exportSTEP, type Shape3D } from 'replicad'
import { write3mf } from '@/core/formats/3mf/write'
import { partDrawing } from '@/core/formats/dxf/part'
import { writeDxf } from '@/core/formats/dxf/write'
import { writeGlbNodes } from '@/core/formats/gltf/write'
import { type Part, partsOf } from '@/core/model/part/schema'
import { priceBookOf } from '@/core/model/price-book/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { workOf } from '@/core/part/make/work'
import { materialNamed } from '@/core/part/materials'
import { estimateOf } from '@/core/part/price/estimate'
import { ProfileError } from '@/core/part/profile'
import { PartBuilder } from '@/core/part/solid/build'
import { factsOf } from '@/core/part/solid/facts'
import { startKernel } from '@/core/part/solid/kernel'
import { partTables } from '@/core/tables/part'
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

/** A part as STEP, in millimetres. @throws PartError */
export async function stepOfPart(records: Records, named?: string): Promise<Uint8Array> {
  const { part, solid } = await solidOfPart(records, named)
  return bytesOf(exportSTEP([{ shape: solid, name: part.name }], { unit: 'MM', modelUnit: 'MM' }))
}

/** Chords leave round faces by no more than this, and turn by no more than this. */
const FLAT = { tolerance: 0.01, angularTolerance: 0.1 }

/** A part as binary STL, in millimetres. @throws PartError */
export async function stlOfPart(records: Records, named?: string): Promise<Uint8Array> {
  const { solid } = await solidOfPart(records, named)
  return bytesOf(solid.blobSTL({ ...FLAT, binary: true }))
}

/** A part as 3MF, in millimetres. @throws PartError */
export async function threeMfOfPart(records: Records, named?: string): Promise<Uint8Array> {
  const { part, solid } = await solidOfPart(records, named)
  const { vertices, triangles } = solid.mesh(FLAT)
  const zip = new JSZip()
  for (const [path, content] of write3mf({ positions: vertices, triangles }, part.name)) zip.file(path, content)
  return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })
}

const MM_PER_M = 1000

/** A part as binary glTF, in metres. @throws PartError */
export async function glbOfPart(records: Records, named?: string): Promise<Uint8Array> {
  const { part, solid } = await solidOfPart(records, named)
  const { vertices, normals, triangles } = solid.mesh(FLAT)
  const flat = (values: ArrayLike<number>, by: number) =>
    Float32Array.from(triangles.flatMap((corner) => [0, 1, 2].map((i) => values[3 * corner + i]! / by)))
  const node = {
    name: part.name,
    kind: 'steel' as const,
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
  const material = materialNamed(part.material)
  const book = priceBookOf(records)
  const estimate = estimateOf(facts, work, material, book)
  return writeXlsx(partTables({ part, facts, work, material, estimate, book }))
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
