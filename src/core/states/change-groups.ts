import { type Box, unite } from '../geometry/box'
import type { ElementChange } from './element-change'

/** Changes that say the same of like elements of a level: `8 purlins are new`, as a person counts them. */
export interface ChangeGroup extends Pick<ElementChange, 'what' | 'called' | 'says' | 'levelId'> {
  readonly ids: readonly string[]
  /** Around all of them; null where they show nowhere. */
  readonly box: Box | null
}

/** Changes in groups, each where its first one stood. */
export function changeGroups(elements: readonly ElementChange[]): ChangeGroup[] {
  const groups = new Map<string, ElementChange[]>()
  for (const element of elements) {
    const { what, called, says, levelId } = element
    const key = JSON.stringify([what, called, says, levelId])
    const group = groups.get(key)
    if (group) group.push(element)
    else groups.set(key, [element])
  }
  return [...groups.values()].map((all) => {
    const { what, called, says, levelId } = all[0]!
    const boxes = all.flatMap(({ box }) => box ?? [])
    const box = boxes.length > 0 ? boxes.reduce(unite) : null
    return { what, called, says, levelId, ids: all.map(({ id }) => id), box }
  })
}
