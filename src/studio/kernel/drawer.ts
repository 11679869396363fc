import type { Step } from './step'

/** A drawer below the board: tools that belong together, behind one front. */
export interface Drawer {
  readonly word: string
  readonly step: Step
  /** What is in it stands on levels of a building: it stays shut on the views of a part. */
  readonly ofBuilding?: true
}

/** The drawers in the order in which they stand. */
export const DRAWERS = {
  size: { word: 'Size', step: 'fit' },
  place: { word: 'Place', step: 'fit' },
  walls: { word: 'Walls', step: 'trace', ofBuilding: true },
  rooms: { word: 'Rooms', step: 'trace', ofBuilding: true },
  structure: { word: 'Structure', step: 'trace', ofBuilding: true },
  lines: { word: 'Lines', step: 'trace' },
  change: { word: 'Change', step: 'trace' },
} as const satisfies Readonly<Record<string, Drawer>>

export type DrawerName = keyof typeof DRAWERS

export const DRAWER_NAMES = Object.keys(DRAWERS) as readonly DrawerName[]

/** A drawer by its name. */
export const drawerOf = (name: DrawerName): Drawer => DRAWERS[name]
