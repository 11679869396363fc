'use client'

import Box from '@mui/material/Box'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useEffect, useRef } from 'react'
import type { Point } from '@/core/geometry/vector'
import { formatLength } from '@/core/units/format'
import { whyNothing } from '@/studio/board/catch-on-board'
import { toolContext, workbench } from '@/studio/board/workbench'
import type { Field } from '@/studio/kernel/tool'
import { useBench } from '@/studio/state/bench'
import { underlaysInSight } from '@/studio/state/in-sight'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { useView } from '@/studio/state/view'
import { BENCH_INPUT, BENCH_LABEL } from '@/studio/ui/bench-field'
import { useDisplay } from '@/studio/ui/display'
import { PanelsOf } from '../PanelsOf'
import { CatchMenu } from './CatchMenu'
import { OptionControls } from './OptionControls'

/**
 * The strip of the tool in hand: what comes next, what can be typed, its options, what the cursor has caught and where it
 * is. Where that takes more room it rises over the board.
 */
export function Strip({ heightPx }: { readonly heightPx: number }) {
  const tool = useBench((bench) => bench.tool)
  return (
    <Box sx={{ position: 'relative', flex: 1, minWidth: 0 }}>
      <Box
        sx={{
          position: 'absolute',
          left: 0,
          right: 0,
          bottom: 0,
          display: 'flex',
          flexDirection: 'column',
          justifyContent: 'center',
          minHeight: heightPx - 1,
          px: 1.25,
          py: 0.5,
          bgcolor: 'background.paper',
          borderLeft: 1,
          borderColor: 'divider',
        }}
      >
        <Stack direction="row" sx={{ alignItems: 'baseline', justifyContent: 'space-between', gap: 1.5 }}>
          <Saying />
          <Box sx={{ flex: 1 }} />
          <Whereabouts />
          {(tool.places || tool.drag) && <CatchMenu />}
        </Stack>
        <Stack direction="row" sx={{ flexWrap: 'wrap', alignItems: 'end', columnGap: 1, rowGap: 0.5 }}>
          <PanelsOf slot="bench" />
          <Fields />
          <OptionControls />
        </Stack>
      </Box>
    </Box>
  )
}

/** What the tool in hand makes of what was gathered so far, of the project, the selection and the choices. */
function useToolInHand() {
  const tool = useBench((bench) => bench.tool)
  const session = useBench((bench) => bench.session)
  useBench((bench) => bench.selection)
  useBench((bench) => bench.chosen)
  useProject((project) => project.records)
  return { tool, session, context: toolContext() }
}

function Saying() {
  const { tool, session, context } = useToolInHand()
  return (
    <Typography role="status" aria-live="polite" sx={{ fontSize: 13, lineHeight: 1.35 }}>
      {tool.say(session, context)}
    </Typography>
  )
}

function Fields() {
  const { tool, session, context } = useToolInHand()
  return tool
    .fields(session, context)
    .map((field) => (
      <BenchField key={`${field.name}-${session.points.length}`} field={field} typed={session.typed[field.name]} />
    ))
}

/** A value that the mouse gives until it is typed. What is typed anywhere goes to the first one. */
function BenchField({ field, typed }: { field: Field; typed: string | undefined }) {
  const input = useRef<HTMLInputElement>(null)
  const { name, label, value, first, words, narrow, hint } = field
  useEffect(() => {
    // A field that must be answered takes the keyboard at once; places are given by the mouse as well.
    if (first && value === '' && name !== 'across') input.current?.focus()
  }, [first, value, name])
  return (
    <Box component="label" sx={BENCH_LABEL}>
      {label}
      <Box
        component="input"
        ref={input}
        name={`bench-${name}`}
        title={hint}
        data-first={first ? (words ? 'words' : 'figures') : undefined}
        value={typed ?? value}
        autoComplete="off"
        spellCheck={false}
        onChange={({ target }: { target: HTMLInputElement }) => {
          const { typed: all } = useBench.getState().session
          const next = { ...all, [name]: target.value }
          if (target.value === '' && !first) delete next[name]
          workbench.update({ typed: next })
        }}
        onKeyDown={(event: React.KeyboardEvent) => {
          if (event.key === 'Enter') {
            event.preventDefault()
            workbench.enter()
          }
          if (event.key === 'Escape') {
            workbench.escape()
            input.current?.blur()
          }
          if (event.key === 'Enter' || event.key === 'Escape') event.stopPropagation()
        }}
        sx={{
          ...BENCH_INPUT,
          width: narrow ? 68 : words ? 220 : 124,
          font: '600 15px "IBM Plex Mono", monospace',
          color: typed === undefined ? 'text.secondary' : 'error.main',
          borderColor: typed === undefined ? 'divider' : 'error.main',
          py: 0.2,
        }}
      />
    </Box>
  )
}

/** Further out than this the lines of a plan run together on the screen. */
const TOO_FAR_PX_PER_MM = 0.004

/** Why nothing is caught where the mouse is. */
function whyNot(at: Point, around: Parameters<typeof whyNothing>[0]): string | null {
  const { catchNothing, catching, tool } = useBench.getState()
  if (!tool.places || tool.bare) return null
  if (catchNothing) return 'catching is held back by Ctrl'
  if (!catching.sheets && !catching.drawn) return 'catching is switched off'
  if (!catching.sheets) return 'catching on sheets is switched off'
  return whyNothing(around, at, useView.getState().pxPerMm < TOO_FAR_PX_PER_MM)
}

/** What the cursor has caught, on which sheet, and where it is. */
function Whereabouts() {
  const cursor = useBench((bench) => bench.session.cursor)
  const records = useProject((project) => project.records)
  const sources = useProject((project) => project.sources)
  const sheets = useSheetData((data) => data.byHash)
  const display = useDisplay()
  if (!cursor) return null
  const underlay = cursor.caught?.underlayId ? records.get(cursor.caught.underlayId) : null
  const inImage = cursor.caught?.inImage ? ' in the image' : ''
  const on =
    underlay?.kind === 'underlay'
      ? `${inImage} on ${underlay.name}`
      : cursor.caught && !cursor.caught.loose
        ? ' on the tracing'
        : ''
  const why = cursor.caught ? null : whyNot(cursor.at, { underlays: underlaysInSight(), sources, sheets })
  return (
    <Stack direction="row" sx={{ flexShrink: 0, alignItems: 'baseline', gap: 1 }}>
      <Typography
        noWrap
        sx={{ fontSize: 12.5 }}
        color={cursor.caught ? 'error' : 'text.secondary'}
        data-testid="caught"
      >
        {cursor.caught ? `${cursor.caught.word}${on}` : (why ?? 'nothing caught')}
      </Typography>
      <Typography variant="figure" component="p" noWrap sx={{ fontSize: 12 }} data-testid="coordinates">
        {formatLength(cursor.at.x, display, false)}, {formatLength(cursor.at.y, display, false)}
      </Typography>
    </Stack>
  )
}
