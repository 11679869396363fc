'use client'

import {
  type Announcements,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { lookAlone, useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { SheetsBar } from './SheetsBar'
import { StackEntry } from './StackEntry'
import { moveInStack } from './stack-edits'

/** The sheets, the uppermost first. */
export function SheetList() {
  const records = useProject((project) => project.records)
  const solo = useBench((bench) => bench.solo)
  const picked = useBench((bench) => bench.selection)
  const underlays = [...underlaysOf(records)].reverse()
  const ids = underlays.map(({ id }) => id)
  const pickedSheets = underlays.filter(({ id }) => picked.includes(id))
  const sensors = useSensors(
    // A short way first, so that a click on the handle is still a click.
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const dropped = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) moveInStack(String(active.id), String(over.id))
  }
  const nameOf = (id: string | number | undefined) => underlays.find((underlay) => underlay.id === id)?.name ?? ''
  const announcements: Announcements = {
    onDragStart: ({ active }) =>
      `${nameOf(active.id)} is picked up. Arrows move it, Space lays it down, Esc leaves it.`,
    onDragOver: ({ active, over }) =>
      over && over.id !== active.id ? `${nameOf(active.id)} lies at ${nameOf(over.id)}.` : undefined,
    onDragEnd: ({ active }) => `${nameOf(active.id)} is laid down.`,
    onDragCancel: ({ active }) => `${nameOf(active.id)} stays where it was.`,
  }
  return (
    <>
      {solo && (
        <Button
          fullWidth
          size="small"
          variant="contained"
          color="error"
          onClick={() => lookAlone(null)}
          sx={{ mb: 1.25 }}
        >
          {solo.length === 1 ? 'One sheet alone' : `${solo.length} sheets alone`}: show all again
        </Button>
      )}
      {pickedSheets.length > 1 && <SheetsBar underlays={pickedSheets} />}
      <DndContext
        accessibility={{ announcements }}
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={dropped}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <Stack component="ul" aria-label="Sheets" sx={{ listStyle: 'none', p: 0, m: 0, gap: 1.25 }}>
            {underlays.map((underlay) => (
              <StackEntry key={underlay.id} underlay={underlay} order={ids} />
            ))}
          </Stack>
        </SortableContext>
      </DndContext>
      {underlays.length === 0 && (
        <Typography color="text.secondary" sx={{ fontSize: 13 }}>
          No sheet lies here yet. Bring one in: it goes beneath the tracing.
        </Typography>
      )}
    </>
  )
}
