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
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { isDrawn } from '@/core/model/shapes'
import { counted } from '@/core/units/format'
import { PlaneList } from '@/studio/features/frames/PlaneList'
import { LevelList } from '@/studio/features/levels/LevelList'
import { PartStack } from '@/studio/features/parts/PartStack'
import { LastUseDialog } from '@/studio/features/sheets/LastUseDialog'
import { SheetsBar } from '@/studio/features/sheets/SheetsBar'
import { StackEntry } from '@/studio/features/sheets/StackEntry'
import { moveInStack } from '@/studio/features/sheets/stack-edits'
import { lookAlone, useBench } from '@/studio/state/bench'
import { underlaysOf, useProject } from '@/studio/state/store'
import { palette } from '@/studio/ui/palette'

/** The project as a pile seen from the side: levels, the tracing on top, the sheets beneath. */
export function SheetStack() {
  const records = useProject((project) => project.records)
  const solo = useBench((bench) => bench.solo)
  const picked = useBench((bench) => bench.selection)
  const walls = [...records.values()].filter((record) => record.kind === 'wall').length
  const members = [...records.values()].filter((record) => record.kind === 'member').length
  const lines = [...records.values()].filter(isDrawn).length
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
    <Box
      component="aside"
      aria-label="Stack"
      sx={{
        gridArea: 'stack',
        overflow: 'auto',
        borderRight: 1,
        borderColor: 'divider',
        bgcolor: palette.vellumDeep,
        p: 1.25,
      }}
    >
      <LevelList />
      <PlaneList />
      <PartStack />
      <Box
        sx={{
          px: 1.5,
          py: 1,
          mb: 1.25,
          border: 1,
          borderColor: palette.wallEdge,
          bgcolor: palette.wallFilm,
          transform: 'skewX(-8deg)',
        }}
      >
        <Typography variant="h3" sx={{ transform: 'skewX(8deg)' }}>
          Tracing{' '}
          <Typography component="span" sx={{ fontWeight: 400, fontSize: 13 }}>
            {walls === 1 ? '1 wall' : `${walls} walls`}
            {members > 0 && (members === 1 ? ', 1 member' : `, ${members} members`)}
            {lines > 0 && ', '}
            {lines > 0 && <span>{counted(lines, 'line')}</span>}
          </Typography>
        </Typography>
      </Box>
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
      <LastUseDialog />
    </Box>
  )
}
