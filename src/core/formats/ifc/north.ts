import type { Settings } from '../../model/settings/schema'

/** Where the project lies on the map and how it is turned there. */
export type SiteFacts = NonNullable<Settings['site']>

/** Direction of true north as it lies on the plan. */
export const northOf = ({ northRad = 0 }: SiteFacts): readonly [x: number, y: number] => [
  -Math.sin(northRad) + 0,
  Math.cos(northRad),
]
