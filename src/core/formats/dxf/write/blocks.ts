import type { DxfBlock } from '../drawing'
import { attributeGroups, type EntityGround, entityHead, writeEntity } from './entities'
import { type Group, groups, place, real } from './groups'
import { lineText } from './text'

/** Layer of what belongs to no layer of its own: it takes that of the placing. */
const NEUTRAL = '0'

/** A block as it is defined, with what its placings say of themselves. */
export function writeBlock(name: string, { entities, attributes = [] }: DxfBlock, ground: EntityGround): string {
  return between(name, ground, [
    ...entities.map((entity) => writeEntity(entity, ground)),
    ...attributes.map((attribute) =>
      groups(
        ...entityHead('ATTDEF', ground.handles.next(), ground, NEUTRAL),
        [100, 'AcDbText'],
        ...place(10, attribute.at),
        [40, real(attribute.height)],
        [1, lineText(attribute.text)],
        [72, 1],
        ...place(11, attribute.at),
        [100, 'AcDbAttributeDefinition'],
        [3, attribute.tag],
        ...attributeGroups(attribute),
      ),
    ),
  ])
}

/** The beginning and end of a block, with what lies between. */
export function between(name: string, ground: EntityGround, content: readonly string[]): string {
  const { handles, owner, onPaper } = ground
  const paper: Group[] = onPaper ? [[67, 1]] : []
  const head = (type: string): Group[] => [
    [0, type],
    [5, handles.next()],
    [330, owner],
    [100, 'AcDbEntity'],
    ...paper,
    [8, NEUTRAL],
  ]
  return [
    groups(
      ...head('BLOCK'),
      [100, 'AcDbBlockBegin'],
      [2, name],
      [70, 0],
      ...place(10, { x: 0, y: 0 }),
      [3, name],
      [1, ''],
    ),
    ...content,
    groups(...head('ENDBLK'), [100, 'AcDbBlockEnd']),
  ].join('')
}
