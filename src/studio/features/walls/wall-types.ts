import { wallTypeKind } from '@/core/library/kinds/wall-type'
import { ofKind } from '@/core/model/of-kind'
import type { ProjectRecord } from '@/core/model/registry'
import type { Wall } from '@/core/model/wall/schema'
import { type WallType, wallTypesOf } from '@/core/model/wall-type/schema'
import { withType } from '@/core/model/wall-type/typed'
import { commit, put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'

const wallsOfType = (typeId: string, records: ReadonlyMap<string, ProjectRecord>): Wall[] =>
  ofKind('wall', records).filter((wall) => wall.typeId === typeId)

/** How many walls are of a type. */
export const countOfType = (typeId: string, records: ReadonlyMap<string, ProjectRecord>): number =>
  wallsOfType(typeId, records).length

/** Makes a type of one bearing layer. @returns its id */
export function addWallType(thicknessMm: number): string {
  const { records } = useProject.getState()
  const type: WallType = {
    id: crypto.randomUUID(),
    kind: 'wall-type',
    name: `Wall type ${wallTypesOf(records).length + 1}`,
    layers: [{ material: 'Masonry', thicknessMm, use: 'bearing' }],
  }
  put('Add wall type', type)
  return type.id
}

/** Changes a type, and with it every wall that is of it. */
export function changeWallType(type: WallType): void {
  put('Change wall type', type, ...wallTypeKind.following(type, useProject.getState().records).also)
}

/** Takes a type away; its walls keep their thickness. */
export function removeWallType(type: WallType): void {
  const plain = wallsOfType(type.id, useProject.getState().records).map((wall) => withType(wall, null))
  commit('Remove wall type', [...plain.map((after) => ({ id: after.id, after })), { id: type.id, after: null }])
}
