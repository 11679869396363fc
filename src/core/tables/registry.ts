import type { Building } from '../building/building'
import { bodies } from './bodies'
import { bolts } from './bolts'
import { cutList } from './cut-list'
import { facade } from './facade'
import { materials } from './materials'
import { openings } from './openings'
import { doors, windows } from './openings-by-item'
import { plates } from './plates'
import { purchase } from './purchase'
import { roomQuantities } from './room-quantities'
import { rooms } from './rooms'
import { sections } from './sections'
import type { Table, TableKind } from './table'
import { walls } from './walls'

/** Every table; a new one is a file beside this and a line here. */
export const TABLES: readonly TableKind[] = [
  walls,
  materials,
  bodies,
  openings,
  doors,
  windows,
  rooms,
  roomQuantities,
  facade,
  cutList,
  sections,
  purchase,
  plates,
  bolts,
]

export const tablesOf = (building: Building): Table[] => TABLES.map((kind) => ({ ...kind, rows: kind.rows(building) }))
