import { isBuildingElement } from '@/core/model/building-shapes'
import type { Shape } from '@/core/model/shapes'

/** Whether all of some shapes are of a kind; there is at least one. */
export const areAll = (kind: Shape['kind'], shapes: readonly Shape[]): boolean =>
  shapes.length > 0 && shapes.every((shape) => shape.kind === kind)

/** Whether what is picked has a card of its own kind: walls, members, or one element of the building. */
export const hasOwnCard = (shapes: readonly Shape[]): boolean =>
  areAll('wall', shapes) || areAll('member', shapes) || (shapes.length === 1 && isBuildingElement(shapes[0]!))
