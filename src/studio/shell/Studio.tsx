'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { type ReactNode, useEffect, useMemo, useState } from 'react'
import { useDropzone } from 'react-dropzone'
import { levelIdOf, levelsOf } from '@/core/model/level/schema'
import { ofKind } from '@/core/model/of-kind'
import { shownDisplayOf } from '@/core/model/settings/schema'
import { isShape } from '@/core/model/shapes'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { goTo, openWith } from '@/studio/board/workbench'
import { bringInFiles } from '@/studio/features/bring-in/feature'
import { FOLLOWS, OPTION_GROUPS, OVERLAYS, TOOLS } from '@/studio/features/registry'
import type { Step } from '@/studio/kernel/step'
import { closeCard, showCard, useBench, workOn } from '@/studio/state/bench'
import { useBoardMenu } from '@/studio/state/board-menu'
import { foldIndex, PHONE_PX, useLayout } from '@/studio/state/layout'
import { tell } from '@/studio/state/notices'
import { useNow } from '@/studio/state/now'
import { useProject } from '@/studio/state/project'
import { rememberOptions } from '@/studio/state/remembered-options'
import { showAllOnceWhole } from '@/studio/state/show'
import { follow, openProject } from '@/studio/state/sync'
import { useCovered, whenSized } from '@/studio/state/view'
import { DisplayContext } from '@/studio/ui/display'
import { lazily, prefetchWhenIdle } from '@/studio/ui/lazily'
import { SayContext } from '@/studio/ui/say'
import { Bench } from './bench/Bench'
import { Card } from './Card'
import { Dialogs } from './Dialogs'
import { Index } from './Index'
import { Notice } from './Notice'
import { PanelsContext, PanelsOf } from './PanelsOf'
import { ALL_PANELS } from './panels'
import { panelsOf } from './panels-of'
import { TopBar } from './TopBar'
import { useKeys } from './use-keys'

openWith(TOOLS)

const BoardMenu = lazily(() => import('./BoardMenu').then((module) => module.BoardMenu))

// The board paints on a canvas: there is nothing for the server to render.
const Board = dynamic(() => import('@/studio/board/Board').then(({ Board: component }) => component), { ssr: false })

type Views = ReturnType<typeof useBench.getState>['views']

/** Where the plan stands. @param coveredPx what a card covers at the right: side by side, both make way for it */
const planPlace = (views: Views, coveredPx: number) =>
  ({
    plan: {},
    solid: { visibility: 'hidden' as const },
    both: { right: `calc(50% + ${coveredPx / 2}px)` },
    tables: { bottom: '45%' },
  })[views]

/** Where the solids or the tables stand beside the plan. */
const otherPlace = (views: Exclude<Views, 'plan'>, coveredPx: number) =>
  ({
    solid: {},
    both: { left: `calc(50% - ${coveredPx / 2}px)`, right: coveredPx, borderLeft: 1 },
    tables: { top: '55%', borderTop: 1 },
  })[views]

/** Where the work stands: pages come first, then their size, then what is traced. */
function firstStep(records: ReturnType<typeof useProject.getState>['records']): Step {
  const underlays = underlaysOf(records)
  if (underlays.some(({ dimensions }) => dimensions.length > 0)) return 'trace'
  if (underlays.length > 0) return 'fit'
  return [...records.values()].some(isShape) ? 'trace' : 'bring-in'
}

/** Where elements stand on several levels the lowest is worked on first; else all show. */
function firstBuiltLevel(records: ReturnType<typeof useProject.getState>['records']): string | null {
  const used = new Set(ofKind('wall', records).map(levelIdOf))
  const [lowest] = levelsOf(records).filter(({ id }) => used.has(id))
  return used.size > 1 && lowest ? lowest.id : null
}

/** The workspace of one project. */
export function Studio({ projectId }: { projectId: string }) {
  const [problem, setProblem] = useState<string | null>(null)
  const open = useProject((project) => project.id === projectId)
  const step = useBench((bench) => bench.step)
  const views = useBench((bench) => bench.views)
  const coveredPx = useCovered(({ px }) => px)
  const menuAsked = useBoardMenu((menu) => menu.asked !== null)
  useKeys()

  useEffect(() => {
    let stop = () => undefined as unknown
    let left = false
    openProject(projectId).then(
      () => {
        if (left) return
        stop = follow(projectId)
        const { records, may } = useProject.getState()
        goTo(may.has('edit') ? firstStep(records) : 'check')
        workOn(firstBuiltLevel(records))
        // On a phone the board comes first: index and card open when they are asked for.
        if (window.innerWidth < PHONE_PX) {
          if (useLayout.getState().indexOpen) foldIndex()
          closeCard()
        }
        whenSized(showAllOnceWhole)
        whenSized(prefetchWhenIdle)
      },
      (error: Error) => setProblem(error.message),
    )
    return () => {
      left = true
      stop()
    }
  }, [projectId])

  useEffect(() => {
    const stops = [rememberOptions(OPTION_GROUPS), ...FOLLOWS.map((begin) => begin())]
    return () => {
      for (const stopFollowing of stops) stopFollowing()
    }
  }, [])

  // Pages are chosen without a board, and so without cards: who asks for one comes to the board.
  useEffect(
    () =>
      useBench.subscribe(({ step: now, sideCard }, before) => {
        if (now !== 'bring-in' || !sideCard || sideCard === before.sideCard) return
        goTo('trace')
        showCard(sideCard)
      }),
    [],
  )

  const mayEdit = useProject((project) => project.may.has('edit'))
  const drop = useDropzone({
    onDrop: (files) => void bringInFiles(projectId, files),
    noClick: true,
    noKeyboard: true,
    noDrag: !mayEdit,
  })

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
    <Providing>
      <div {...drop.getRootProps({ className: 'studio' })}>
        <input {...drop.getInputProps({ 'aria-label': 'Drop files' })} />
        <TopBar />
        <Index />
        <Box component="main" sx={{ gridArea: 'board', position: 'relative', minWidth: 0 }}>
          <Box sx={{ position: 'absolute', inset: 0, ...planPlace(step === 'bring-in' ? 'plan' : views, coveredPx) }}>
            {open && <Board overlays={OVERLAYS} />}
          </Box>
          {open && step !== 'bring-in' && views !== 'plan' && (
            <Box sx={{ position: 'absolute', inset: 0, borderColor: 'divider', ...otherPlace(views, coveredPx) }}>
              <BesideBoard />
            </Box>
          )}
          {open && <PanelsOf slot="over-board" />}
          {drop.isDragActive && <DropHint />}
        </Box>
        {step !== 'bring-in' && <Card />}
        <Bench />
        <Dialogs />
        {menuAsked && <BoardMenu />}
        <PanelsOf slot="window" />
        <Notice />
      </div>
    </Providing>
  )
}

/** What fields and figures need of the project, wherever they stand. */
function Providing({ children }: { readonly children: ReactNode }) {
  const records = useProject((project) => project.records)
  const display = useMemo(() => shownDisplayOf(records), [records])
  return (
    <SayContext value={tell}>
      <DisplayContext value={display}>
        <PanelsContext value={ALL_PANELS}>{children}</PanelsContext>
      </DisplayContext>
    </SayContext>
  )
}

/** The solids or the tables. */
function BesideBoard() {
  const now = useNow()
  const [panel] = panelsOf(ALL_PANELS, 'beside-board', now)
  return panel ? <panel.Content /> : null
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
      <Typography variant="h1">Drop to bring it in</Typography>
    </Box>
  )
}
