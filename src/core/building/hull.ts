import type { Vector3 } from '../geometry/space'

/** What a surface is made of. */
export type HullKind = 'steel' | 'timber' | 'plate' | 'bolt' | 'fixture'

/** A solid in any direction, by its surface. Project millimetres. */
export interface Hull {
  readonly id: string
  readonly kind: HullKind
  /** Flat and convex, each anticlockwise as seen from outside. */
  readonly faces: readonly (readonly Vector3[])[]
}
