import { expose, transfer } from 'comlink'
import type { Part } from '@/core/model/part/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { PartBuilder, type StepOutcome } from '@/core/part/solid/build'
import { factsOf, type SolidFacts } from '@/core/part/solid/facts'
import { startKernel } from '@/core/part/solid/kernel'
import { meshOfSolid, type PartMesh } from '@/core/part/solid/mesh'

/** A part as it was built. */
export interface BuiltPart {
  readonly outcomes: readonly StepOutcome[]
  /** Null where no step made anything. */
  readonly made: { readonly facts: SolidFacts; readonly mesh: PartMesh } | null
}

const builder = new PartBuilder()

/** Builds parts beside the page. */
const maker = {
  async build(part: Part, records: readonly ProjectRecord[]): Promise<BuiltPart> {
    await startKernel(async () => {
      const response = await fetch(`${self.location.origin}/solid/kernel.wasm`)
      if (!response.ok) throw new Error(`The kernel of solids is not to be had (${response.status}).`)
      return response.arrayBuffer()
    })
    const { solid, outcomes } = builder.build(part, new Map(records.map((record) => [record.id, record])))
    if (!solid) return { outcomes, made: null }
    const mesh = meshOfSolid(solid)
    const { positions, normals, triangles, edges } = mesh
    return transfer({ outcomes, made: { facts: factsOf(solid), mesh } }, [
      positions.buffer,
      normals.buffer,
      triangles.buffer,
      edges.buffer,
    ])
  },
}

export type PartMaker = typeof maker

expose(maker)
