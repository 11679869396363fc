'use client'

import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import type { ComponentType } from 'react'
import type { BuildingElement } from '@/core/model/building-shapes'
import { BoltsFields } from '@/studio/features/frames/fields/BoltsFields'
import { PlateFields } from '@/studio/features/frames/fields/PlateFields'
import { OpeningFields } from '@/studio/features/openings/OpeningFields'
import { RoomFields } from '@/studio/features/rooms/RoomFields'
import { select } from '@/studio/state/bench'
import { removeShapes } from '@/studio/tooling/shape-edits'
import { ColumnFields } from './fields/ColumnFields'
import { GridLineFields } from './fields/GridLineFields'
import { RoofFields } from './fields/RoofFields'
import { SlabFields } from './fields/SlabFields'
import { StairFields } from './fields/StairFields'

/** Walls and members have cards of their own: many are changed at once. */
type Element = Exclude<BuildingElement, { kind: 'wall' | 'member' }>

/** What can be changed about each kind, under its name; a new one is a file in `fields` and a line here. */
const CARDS: {
  readonly [K in Element['kind']]: {
    readonly title: string
    readonly Fields: ComponentType<{ element: Extract<Element, { kind: K }> }>
  }
} = {
  opening: { title: 'Opening', Fields: OpeningFields },
  space: { title: 'Room', Fields: RoomFields },
  separator: { title: 'Room separator', Fields: () => <Note>It ends a room where there is no wall.</Note> },
  column: { title: 'Column', Fields: ColumnFields },
  slab: { title: 'Slab', Fields: SlabFields },
  roof: { title: 'Roof', Fields: RoofFields },
  stair: { title: 'Stair', Fields: StairFields },
  'grid-line': { title: 'Grid line', Fields: GridLineFields },
  plate: { title: 'Plate', Fields: PlateFields },
  bolts: { title: 'Bolts', Fields: BoltsFields },
}

const Note = ({ children }: { children: string }) => <Typography color="text.secondary">{children}</Typography>

/** One element of the building that is picked: what it is, and what can be changed about it. */
export function PickedElement({ element }: { element: Element }) {
  const { title } = CARDS[element.kind]
  const Fields = CARDS[element.kind].Fields as ComponentType<{ element: Element }>
  return (
    <Stack sx={{ gap: 1.25 }}>
      <Typography sx={{ fontSize: 16, fontWeight: 600 }}>{title}</Typography>
      <Fields element={element} />
      <Button
        variant="outlined"
        color="error"
        onClick={() => {
          removeShapes([element])
          select([])
        }}
      >
        Delete
      </Button>
    </Stack>
  )
}
