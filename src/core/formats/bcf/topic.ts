import type { Vector3 } from '../../geometry/space'
import { stableHash } from '../stable-hash'

/** A topic of BCF (buildingSMART): something that somebody says of a building, with the elements that it is about. */
export interface BcfTopic {
  /** Lower case, as BCF writes identifiers. */
  readonly guid: string
  readonly type: string
  readonly status: 'Open' | 'Closed'
  readonly title: string
  /** ISO 8601 in UTC. */
  readonly madeAt: string
  readonly author: string
  readonly assignedTo: string
  readonly labels: readonly string[]
  readonly comments: readonly BcfComment[]
  /** IFC identifiers of what it is about. */
  readonly elements: readonly string[]
  /** Where it is looked at from above, in millimetres of the file's zero; null where it has no place. */
  readonly at: Vector3 | null
  readonly picture: BcfPicture | null
}

export interface BcfComment {
  readonly guid: string
  readonly author: string
  readonly madeAt: string
  readonly text: string
}

export interface BcfPicture {
  readonly format: 'jpg' | 'png'
  readonly bytes: Uint8Array
}

/** How high over its place a topic is looked at, metres. */
export const ABOVE_M = 20

/** A lasting identifier as BCF writes them. */
export function uuidOf(text: string): string {
  const hex = stableHash(text)
    .map((byte) => byte.toString(16).padStart(2, '0'))
    .join('')
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-')
}
