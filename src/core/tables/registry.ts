import type { Building } from '../building/building'
import { facade } from './facade'
import { materials } from './materials'
import { openings } from './openings'
import { rooms } from './rooms'
import type { Table, TableKind } from './table'
import { walls } from './walls'

/** Every table; a new one is a file beside this and a line here. */
export const TABLES: readonly TableKind[] = [walls, materials, openings, rooms, facade]

export const tablesOf = (building: Building): Table[] => TABLES.map((kind) => ({ ...kind, rows: kind.rows(building) }))
