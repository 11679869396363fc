'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { memo, useEffect, useRef } from 'react'
import type { Point } from '@/core/geometry/vector'
import { formatLength } from '@/core/units/format'
import { whyNothing } from '@/studio/board/catch-on-board'
import { toolContext, workbench } from '@/studio/board/workbench'
import { TOOLS } from '@/studio/features/registry'
import type { Field } from '@/studio/kernel/tool'
import { useBench } from '@/studio/state/bench'
import { underlaysInSight } from '@/studio/state/in-sight'
import { useLookedPart } from '@/studio/state/looked-part'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { useView } from '@/studio/state/view'
import { BENCH_INPUT, BENCH_LABEL } from '@/studio/ui/bench-field'
import { useDisplay } from '@/studio/ui/display'
import { CatchMenu } from './CatchMenu'
import { isOffered, keyIn } from './keys'
import { OptionControls } from './OptionControls'
import { PanelsOf } from './PanelsOf'
import { ToolMenu } from './ToolMenu'

/** The strip of the tool in hand: what comes next, what can be typed, what the cursor has caught, where it is. */
export function Bench() {
  const step = useBench((bench) => bench.step)
  const tool = useBench((bench) => bench.tool)
  if (step === 'bring-in') return null
  return (
    <Box
      component="section"
      aria-label="Bench"
      sx={{
        gridArea: 'bench',
        display: 'grid',
        alignContent: 'center',
        rowGap: 0.5,
        // One height for every tool: the board must not shift under the cursor.
        height: 100,
        px: 1.5,
        overflowX: 'auto',
        overflowY: 'hidden',
        bgcolor: 'background.paper',
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      <Stack direction="row" sx={{ alignItems: 'center', gap: 2 }}>
        <Tools />
        <Saying />
        <Whereabouts />
      </Stack>
      <Stack direction="row" sx={{ alignItems: 'end', gap: 1.5, minHeight: 44 }}>
        <PanelsOf slot="bench" />
        <OptionControls />
        <Fields />
        <Box sx={{ flex: 1 }} />
        {(tool.places || tool.drag) && <CatchMenu />}
      </Stack>
    </Box>
  )
}

/** The tools of the step; apart from what follows the mouse, so that a move of it costs little. */
const Tools = memo(function Tools() {
  const step = useBench((bench) => bench.step)
  const inHand = useBench((bench) => bench.tool)
  const ofPart = useLookedPart() !== null
  const offered = TOOLS.filter((tool) => tool.steps.includes(step) && !tool.group && isOffered(tool, ofPart))
  return (
    <Stack direction="row" role="toolbar" aria-label="Tools" sx={{ gap: 0.5, flexShrink: 0 }}>
      {offered.map((tool) => {
        const key = keyIn(tool, step)
        return (
          <Tooltip key={tool.name} describeChild title={key ? `Key ${key.toUpperCase()}` : ''}>
            <Button
              size="small"
              variant={tool === inHand ? 'contained' : 'outlined'}
              sx={{ px: 1.25, minWidth: 0, whiteSpace: 'nowrap' }}
              aria-pressed={tool === inHand}
              onClick={() => workbench.take(tool)}
            >
              {tool.word}
            </Button>
          </Tooltip>
        )
      })}
      {step === 'trace' && !ofPart && <ToolMenu group="build" />}
      {step === 'trace' && <ToolMenu group="draw" />}
      {step === 'trace' && <ToolMenu group="change" />}
    </Stack>
  )
})

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
    <Typography
      role="status"
      aria-live="polite"
      sx={{ flex: '1 1 0', minWidth: 150, fontSize: 13, lineHeight: 1.3, maxHeight: 54, overflow: 'hidden' }}
    >
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
          width: narrow ? 84 : words ? 240 : 140,
          font: '600 16px "IBM Plex Mono", monospace',
          color: typed === undefined ? 'text.secondary' : 'error.main',
          borderColor: typed === undefined ? 'divider' : 'error.main',
          py: 0.4,
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
  if (!cursor) return <Box sx={{ width: 220, flexShrink: 0 }} />
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
    <Box sx={{ width: 220, flexShrink: 0, textAlign: 'right' }}>
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
    </Box>
  )
}
