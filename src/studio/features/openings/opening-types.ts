import { openingTypeKind } from '@/core/library/kinds/opening-type'
import { ofKind } from '@/core/model/of-kind'
import type { Opening, OpeningUse } from '@/core/model/opening/schema'
import { type OpeningType, openingTypesOf, withoutType } from '@/core/model/opening-type/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { commit, put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'

const openingsOfType = (typeId: string, records: ReadonlyMap<string, ProjectRecord>): Opening[] =>
  ofKind('opening', records).filter((opening) => opening.typeId === typeId)

export const countOfOpeningType = (typeId: string, records: ReadonlyMap<string, ProjectRecord>): number =>
  openingsOfType(typeId, records).length

/** A name for a new type: D1, D2 … for doors, W1 … for windows, P1 … for passages. */
export function typeName(use: OpeningUse, records: ReadonlyMap<string, ProjectRecord>): string {
  const letter = use[0]!.toUpperCase()
  const taken = new Set(openingTypesOf(records).map(({ name }) => name))
  let count = 1
  while (taken.has(`${letter}${count}`)) count++
  return `${letter}${count}`
}

/** Makes a type of what an opening is like. @returns its id */
export function addOpeningType(like: Omit<OpeningType, 'id' | 'kind'>): string {
  const id = crypto.randomUUID()
  put('Add type of opening', { ...like, id, kind: 'opening-type' })
  return id
}

/** Changes a type, and with it every opening that is of it; nothing where one of them would not fit. */
export function changeOpeningType(type: OpeningType): void {
  const { also, why } = openingTypeKind.following(type, useProject.getState().records)
  if (why) return tell(why)
  put('Change type of opening', type, ...also)
}

/** Takes a type away; its openings keep their sizes. */
export function removeOpeningType({ id }: OpeningType): void {
  const own = openingsOfType(id, useProject.getState().records).map(withoutType)
  commit('Remove type of opening', [...own.map((after) => ({ id: after.id, after })), { id, after: null }])
}
