import { FIRST_LAYER } from '@/core/model/layer/schema'
import type { Part } from '@/core/model/part/schema'
import type { PlainShape } from '@/core/model/plain-schemas'
import { shapesOfChain } from '@/core/model/shapes-of-chain'
import { put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { solidSymbol } from './part-solid'

/** Keeps a part as a symbol with its solid: it can be placed in buildings, and kept in the library. Kept again it changes all that are placed. */
export async function keepAsSymbol(part: Part): Promise<void> {
  const made = await solidSymbol()
  if (!made) return tell('There is no solid yet that could be kept.')
  const base = { layerId: FIRST_LAYER.id, pen: undefined }
  const shapes: PlainShape[] = made.lines.flatMap((chain) => shapesOfChain(chain, base, () => crypto.randomUUID()))
  const id = `part-${part.id}`.slice(0, 64)
  const before = useProject.getState().records.get(id)
  put('Keep part as symbol', {
    id,
    kind: 'symbol',
    name: part.name,
    base: { x: 0, y: 0 },
    shapes,
    solid: made.solid,
    material: part.material,
    library: before?.kind === 'symbol' ? before.library : undefined,
  })
  tell(`${part.name} is a symbol now: place it on the plan from the list of symbols.`)
}
