'use client'

import {
  type Announcements,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { sortableKeyboardCoordinates } from '@dnd-kit/sortable'
import Box from '@mui/material/Box'
import type { ReactNode } from 'react'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { useProject } from '@/studio/state/project'
import { layOn, moveInStack } from './stack-edits'

/** What sheets are dropped on to lie on a place, told apart from the sheets. */
const dropId = (placeId: string): string => `place ${placeId}`

/** The head of a level, a plane or a view: a sheet that is dropped on it lies there. */
export function DropPlace({ placeId, children }: { readonly placeId: string; readonly children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: dropId(placeId) })
  return (
    <Box
      ref={setNodeRef}
      sx={{ outline: isOver ? '2px solid' : 'none', outlineColor: 'error.main', outlineOffset: -2 }}
    >
      {children}
    </Box>
  )
}

/** Lets sheets be dragged along the index: above or below another one, or to another level or plane. */
export function SheetDragging({ children }: { readonly children: ReactNode }) {
  const records = useProject((project) => project.records)
  const underlays = underlaysOf(records)
  const sensors = useSensors(
    // A short way first, so that a click on the handle is still a click.
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const dropped = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return
    const place = /^place (.+)$/.exec(String(over.id))?.[1]
    if (place) layOn(String(active.id), place)
    else moveInStack(String(active.id), String(over.id))
  }
  const nameOf = (id: string | number | undefined) => {
    const record = records.get(String(id).replace(/^place /, ''))
    return underlays.find((underlay) => underlay.id === id)?.name ?? (record && 'name' in record ? record.name : '')
  }
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${nameOf(active.id)} is picked up. Arrows move it, Space drops it, Esc leaves it.`,
    onDragOver: ({ active, over }) =>
      over && over.id !== active.id ? `${nameOf(active.id)} lies at ${nameOf(over.id)}.` : undefined,
    onDragEnd: ({ active }) => `${nameOf(active.id)} is dropped.`,
    onDragCancel: ({ active }) => `${nameOf(active.id)} stays where it was.`,
  }
  return (
    <DndContext
      accessibility={{ announcements }}
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={dropped}
    >
      {children}
    </DndContext>
  )
}
