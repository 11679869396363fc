'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import { useDropzone } from 'react-dropzone'
import { levelIdOf, levelsOf } from '@/core/model/level/schema'
import { isShape } from '@/core/model/shapes'
import { followReading } from '@/studio/features/bring-in/follow-reading'
import { PageWall } from '@/studio/features/bring-in/PageWall'
import { followPlacing } from '@/studio/features/bring-in/place-sheets'
import { bringInFiles } from '@/studio/features/bring-in/uploads'
import { RefitDialog } from '@/studio/features/fit/RefitDialog'
import { CopyFrameDialog } from '@/studio/features/frames/CopyFrameDialog'
import { followPlanes } from '@/studio/features/frames/planes'
import { SectionDialog } from '@/studio/features/frames/SectionDialog'
import { MakingNotes } from '@/studio/features/hand-over/MakingNotes'
import { ConflictDialog } from '@/studio/features/history/ConflictDialog'
import { PastBanner } from '@/studio/features/history/PastBanner'
import { OpeningTypesDialog } from '@/studio/features/openings/OpeningTypesDialog'
import { followUnit } from '@/studio/features/openings/usual-sizes'
import { ViewChoice } from '@/studio/features/solid/ViewChoice'
import { WallTypesDialog } from '@/studio/features/walls/WallTypesDialog'
import type { Step } from '@/studio/kernel/step'
import { goTo, useBench, workOn } from '@/studio/state/bench'
import { showAllOnceWhole } from '@/studio/state/show'
import { follow, openProject, underlaysOf, useProject } from '@/studio/state/store'
import { whenSized } from '@/studio/state/view'
import { Bench } from './Bench'
import { Card } from './Card'
import { KeysDialog } from './KeysDialog'
import { Notice } from './Notice'
import { SheetStack } from './SheetStack'
import { TopBar } from './TopBar'
import { useKeys } from './use-keys'

// Konva draws on a canvas: there is nothing for the server to render.
const Board = dynamic(() => import('@/studio/board/Board').then(({ Board: component }) => component), { ssr: false })

const SolidView = dynamic(
  () => import('@/studio/features/solid/SolidView').then(({ SolidView: component }) => component),
  {
    ssr: false,
  },
)

// A grid is much to load: the board comes first.
const TablesPanel = dynamic(
  () => import('@/studio/features/tables/TablesPanel').then(({ TablesPanel: component }) => component),
  {
    ssr: false,
  },
)

const PLAN_PLACE = {
  plan: {},
  solid: { visibility: 'hidden' },
  both: { right: '50%' },
  tables: { bottom: '45%' },
} as const

/** Where the solids or the tables stand beside the plan. */
const OTHER_PLACE = {
  solid: {},
  both: { left: '50%', borderLeft: 1 },
  tables: { top: '55%', borderTop: 1 },
} as const

/** Where the work stands: pages come first, then their size, then what is traced. */
function firstStep(records: ReturnType<typeof useProject.getState>['records']): Step {
  const underlays = underlaysOf(records)
  if (underlays.some(({ dimensions }) => dimensions.length > 0)) return 'trace'
  if (underlays.length > 0) return 'fit'
  return [...records.values()].some(isShape) ? 'trace' : 'bring-in'
}

/** Where elements stand on several levels the lowest is worked on first; else all show. */
function firstBuiltLevel(records: ReturnType<typeof useProject.getState>['records']): string | null {
  const used = new Set([...records.values()].filter((record) => record.kind === 'wall').map(levelIdOf))
  const [lowest] = levelsOf(records).filter(({ id }) => used.has(id))
  return used.size > 1 && lowest ? lowest.id : null
}

/** The workspace of one project. */
export function Studio({ projectId }: { projectId: string }) {
  const [problem, setProblem] = useState<string | null>(null)
  const open = useProject((project) => project.id === projectId)
  const step = useBench((bench) => bench.step)
  const views = useBench((bench) => bench.views)
  useKeys()

  useEffect(() => {
    let stop = () => undefined as unknown
    let left = false
    openProject(projectId).then(
      () => {
        if (left) return
        stop = follow(projectId)
        const { records } = useProject.getState()
        goTo(firstStep(records))
        workOn(firstBuiltLevel(records))
        whenSized(showAllOnceWhole)
      },
      (error: Error) => setProblem(error.message),
    )
    return () => {
      left = true
      stop()
    }
  }, [projectId])

  useEffect(followPlacing, [])
  useEffect(followReading, [])
  useEffect(followUnit, [])
  useEffect(followPlanes, [])

  const drop = useDropzone({ onDrop: (files) => void bringInFiles(projectId, files), noClick: true, noKeyboard: true })

  if (problem)
    return (
      <Box component="main" sx={{ p: 6, maxWidth: 560 }}>
        <Typography variant="h1">This project does not open</Typography>
        <Typography sx={{ my: 2 }}>{problem}</Typography>
        <Button component={Link} href="/" variant="contained">
          To the projects
        </Button>
      </Box>
    )
  return (
    <div {...drop.getRootProps({ className: 'studio' })}>
      <input {...drop.getInputProps({ 'aria-label': 'Drop files' })} />
      <TopBar />
      <SheetStack />
      <Box component="main" sx={{ gridArea: 'board', position: 'relative', minWidth: 0 }}>
        <Box sx={{ position: 'absolute', inset: 0, ...PLAN_PLACE[step === 'bring-in' ? 'plan' : views] }}>
          {open && <Board />}
        </Box>
        {open && step !== 'bring-in' && views !== 'plan' && (
          <Box sx={{ position: 'absolute', inset: 0, borderColor: 'divider', ...OTHER_PLACE[views] }}>
            {views === 'tables' ? <TablesPanel /> : <SolidView />}
          </Box>
        )}
        <ViewChoice />
        {open && step === 'bring-in' && <PageWall />}
        <PastBanner />
        {drop.isDragActive && <DropHint />}
      </Box>
      {step !== 'bring-in' && <Card />}
      <Bench />
      <ConflictDialog />
      <RefitDialog />
      <KeysDialog />
      <WallTypesDialog />
      <OpeningTypesDialog />
      <SectionDialog />
      <CopyFrameDialog />
      <MakingNotes />
      <Notice />
    </div>
  )
}

function DropHint() {
  return (
    <Box
      sx={{
        position: 'absolute',
        inset: 16,
        zIndex: 5,
        display: 'grid',
        placeItems: 'center',
        border: '2px dashed',
        borderColor: 'error.main',
        bgcolor: 'rgba(255, 253, 248, 0.9)',
        pointerEvents: 'none',
      }}
    >
      <Typography variant="h1">Let go to bring it in</Typography>
    </Box>
  )
}
