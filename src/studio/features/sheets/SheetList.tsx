'use client'

import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable'
import Stack from '@mui/material/Stack'
import type { Underlay } from '@/core/model/underlay/schema'
import { SheetRow } from './SheetRow'

/** Sheets of one place, the uppermost first. @param order the ids of all that show in the index, for picking from one to another */
export function SheetList({
  of,
  underlays,
  order,
}: {
  readonly of: string
  readonly underlays: readonly Underlay[]
  readonly order: readonly string[]
}) {
  if (underlays.length === 0) return null
  return (
    <SortableContext items={underlays.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
      <Stack component="ul" aria-label={`Sheets on ${of}`} sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {underlays.map((underlay) => (
          <SheetRow key={underlay.id} underlay={underlay} order={order} />
        ))}
      </Stack>
    </SortableContext>
  )
}
