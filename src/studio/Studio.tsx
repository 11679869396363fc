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
import { goTo, useBench, workOn } from './bench-store'
import { showAllOnceWhole } from './board/show'
import { whenSized } from './board/view'
import { followReading } from './bring-in/follow-reading'
import { PageWall } from './bring-in/PageWall'
import { followPlacing } from './bring-in/place-sheets'
import { bringInFiles } from './bring-in/uploads'
import { OpeningTypesDialog } from './building/OpeningTypesDialog'
import { WallTypesDialog } from './building/WallTypesDialog'
import { RefitDialog } from './fit/RefitDialog'
import { PastBanner } from './history/PastBanner'
import { MakingNotes } from './making/MakingNotes'
import { CopyFrameDialog } from './members/CopyFrameDialog'
import { followPlanes } from './members/planes'
import { SectionDialog } from './members/SectionDialog'
import { Bench } from './panels/Bench'
import { Card } from './panels/Card'
import { ConflictDialog } from './panels/ConflictDialog'
import { KeysDialog } from './panels/KeysDialog'
import { Notice } from './panels/Notice'
import { SheetStack } from './panels/SheetStack'
import { TopBar } from './panels/TopBar'
import { follow, openProject, underlaysOf, useProject } from './project/store'
import { ViewChoice } from './solid/ViewChoice'
import type { Step } from './steps'
import { useKeys } from './use-keys'
import { followUnit } from './usual-sizes'

// Konva draws on a canvas: there is nothing for the server to render.
const Board = dynamic(() => import('./board/Board').then(({ Board: component }) => component), { ssr: false })

const SolidView = dynamic(() => import('./solid/SolidView').then(({ SolidView: component }) => component), {
  ssr: false,
})

// A grid is much to load: the board comes first.
const TablesPanel = dynamic(() => import('./building/TablesPanel').then(({ TablesPanel: component }) => component), {
  ssr: false,
})

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
