import { ofKind } from '../../model/of-kind'
import type { WallType } from '../../model/wall-type/schema'
import { thicknessOf, withType } from '../../model/wall-type/typed'
import { formatLength } from '../../units/format'
import type { LibraryKindOf } from '../kind'

/** Walls by their layers: those that are of the type take its thickness. */
export const wallTypeKind: LibraryKindOf<WallType> = {
  kind: 'wall-type',
  words: ['wall type', 'wall types'],
  nameOf: ({ name }) => name,
  factsOf: (type, display) =>
    `${formatLength(thicknessOf(type), display)}: ${type.layers.map(({ material }) => material).join(', ')}`,
  following: (type, records) => ({
    also: ofKind('wall', records)
      .filter(({ typeId }) => typeId === type.id)
      .map((wall) => withType(wall, type)),
    why: null,
  }),
}
