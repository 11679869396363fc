import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { exportSTEP, type Shape3D } from 'replicad'
import { partDrawing } from '@/core/formats/dxf/part'
import { writeDxf } from '@/core/formats/dxf/write'
import { type Part, partsOf } from '@/core/model/part/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { ProfileError } from '@/core/part/profile'
import { PartBuilder } from '@/core/part/solid/build'
import { startKernel } from '@/core/part/solid/kernel'

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
const STL_FLAT = { tolerance: 0.01, angularTolerance: 0.1 }

/** A part as binary STL, in millimetres. @throws PartError */
export async function stlOfPart(records: Records, named?: string): Promise<Uint8Array> {
  const { solid } = await solidOfPart(records, named)
  return bytesOf(solid.blobSTL({ ...STL_FLAT, binary: true }))
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
