import type { BuildingElement } from '../building-shapes'
import type { ProjectRecord } from '../registry'
import { levelIdOf } from './schema'

/** The level that an element lies on: an opening's is its wall's. */
export function levelOfElement(element: BuildingElement, records: ReadonlyMap<string, ProjectRecord>): string {
  if (element.kind !== 'opening') return levelIdOf('levelId' in element ? element : {})
  const wall = records.get(element.wallId)
  return levelIdOf(wall?.kind === 'wall' ? wall : {})
}
