import { type Affine, mirroredIn, movedBy, turnedAbout } from '../geometry/affine'
import type { Segment } from '../geometry/piece/piece'
import type { Point } from '../geometry/vector'
import type { Pattern } from '../model/part/steps'
import type { ProjectRecord } from '../model/registry'
import { ProfileError } from './profile'
import { straightLine } from './straight'

/** One more of something, elsewhere on its view. */
export type Repeat =
  | { readonly kind: 'shift'; readonly by: Point }
  | { readonly kind: 'turn'; readonly center: Point; readonly angleRad: number }
  | { readonly kind: 'mirror'; readonly line: Segment }

const RAD_PER_DEG = Math.PI / 180

/**
 * All that a pattern does again, without what is there already.
 * @throws ProfileError where it is not said where
 */
export function repeatsOf(pattern: Pattern, records: ReadonlyMap<string, ProjectRecord>): Repeat[] {
  const { way, count, stepMm, center, angleDeg = 360, line, viewId } = pattern
  const others = Array.from({ length: count - 1 }, (_, i) => i + 1)
  if (way === 'along') {
    if (!stepMm) throw new ProfileError('It is not said how far apart they lie.')
    return others.map((i) => ({ kind: 'shift', by: { x: stepMm.x * i, y: stepMm.y * i } }))
  }
  if (way === 'around') {
    if (!center) throw new ProfileError('It is not said around which place.')
    // The last one of a whole turn would lie on the first.
    const apart = angleDeg / (Math.abs(angleDeg) === 360 ? count : count - 1)
    return others.map((i) => ({ kind: 'turn', center, angleRad: apart * i * RAD_PER_DEG }))
  }
  if (line === undefined) throw new ProfileError('It is not said at which line.')
  return [{ kind: 'mirror', line: straightLine(line, viewId, records) }]
}

/** What a repeat does to places of its view. */
export function mapOf(repeat: Repeat): Affine {
  switch (repeat.kind) {
    case 'shift':
      return movedBy(repeat.by)
    case 'turn':
      return turnedAbout(repeat.center, repeat.angleRad)
    case 'mirror':
      return mirroredIn(repeat.line.start, repeat.line.end)
  }
}
