import { expose, transfer } from 'comlink'
import type { Shape3D } from 'replicad'
import type { Chain } from '@/core/draft/chain'
import type { Part } from '@/core/model/part/schema'
import type { ProjectRecord } from '@/core/model/registry'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import { frameOfPlane } from '@/core/model/work-plane/frame'
import { partView } from '@/core/model/work-plane/schema'
import { PartBuilder, type StepOutcome } from '@/core/part/solid/build'
import { factsOf, type SolidFacts } from '@/core/part/solid/facts'
import { distanceBetween, type FeatureNumber, featureAt, type SolidFeature } from '@/core/part/solid/features'
import { chainsOfPieces, projectionOf } from '@/core/part/solid/flat'
import { startKernel } from '@/core/part/solid/kernel'
import { meshOfSolid, type PartMesh } from '@/core/part/solid/mesh'

/** A part as it was built. */
export interface BuiltPart {
  readonly outcomes: readonly StepOutcome[]
  /** Null where no step made anything. */
  readonly made: { readonly facts: SolidFacts; readonly mesh: PartMesh } | null
}

/** How a part is looked at from above. */
const TOP = frameOfPlane(partView('top', 'part', 'top'))

const builder = new PartBuilder()
let last: Shape3D | null = null

/** Builds parts beside the page. */
const maker = {
  async build(part: Part, records: readonly ProjectRecord[]): Promise<BuiltPart> {
    await startKernel(async () => {
      const response = await fetch(`${self.location.origin}/solid/kernel.wasm`)
      if (!response.ok) throw new Error(`The kernel of solids is not to be had (${response.status}).`)
      return response.arrayBuffer()
    })
    const { solid, outcomes } = builder.build(part, new Map(records.map((record) => [record.id, record])))
    last = solid
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

  /** The solid that was built last as a symbol shows and holds it: what one sees of it from above, and its triangles. */
  symbol(): { readonly lines: readonly Chain[]; readonly solid: NonNullable<SymbolRecord['solid']> } | null {
    if (!last) return null
    const { positions, triangles } = meshOfSolid(last)
    return {
      lines: chainsOfPieces(projectionOf(last, TOP).visible),
      // To a thousandth of a millimetre: what is kept is sent with the project.
      solid: { positions: Array.from(positions, (mm) => Math.round(mm * 1000) / 1000), triangles: [...triangles] },
    }
  },

  /** What can be told of an edge or a face of the solid that was built last. */
  feature(number: FeatureNumber): SolidFeature | null {
    return last && featureAt(last, number)
  },

  /** The least distance between two edges or faces of the solid that was built last. */
  distance(a: FeatureNumber, b: FeatureNumber): number | null {
    return last && distanceBetween(last, a, b)
  },
}

export type PartMaker = typeof maker

expose(maker)
