'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Slider from '@mui/material/Slider'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo } from 'react'
import { KIND_LAYERS, type LiftCounts, type LiftOptions, type LiftPreview } from '@/core/lift/options'
import { partsOf, pensOf, type SheetPart } from '@/core/sheet/looks'
import { counted, formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { StrokesOffer } from '@/studio/board/sheets/StrokesOffer'
import { workbench } from '@/studio/board/workbench'
import { line, spline } from '@/studio/features/lines/feature'
import { wall } from '@/studio/features/walls/feature'
import type { Tool } from '@/studio/kernel/tool'
import { choose, useOptions } from '@/studio/state/bench'
import { isPicture } from '@/studio/state/page-lines'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { CommittedField } from '@/studio/ui/CommittedField'
import { useDisplay } from '@/studio/ui/display'
import { OneOf } from '@/studio/ui/OneOf'
import { PartColor } from '@/studio/ui/PartColor'
import { applyLift, giveUpLift, prepareLift } from './apply'
import { useLift } from './lift-store'
import { regionOptions } from './options'
import { liftRegion } from './tools/lift-region'

/** Lifts the lines of a sheet: what, how it is cleaned, and what comes out, shown before it is done. */
export function LiftCard() {
  const { underlayId, strokes, options, preview, busy, problem, sheet } = useLift()
  const { region } = useOptions(regionOptions)
  const underlay = useProject((project) => (underlayId ? project.records.get(underlayId) : undefined))
  const found = underlay?.kind === 'underlay' ? underlay : null

  const page = useProject(({ sources }) => (found ? sheetOf(sources, found.sheetId)?.sheet : undefined))
  const ofStrokes = page !== undefined && (strokes || isPicture(page))
  const waits = ofStrokes && page.strokes !== 'traced'

  useEffect(() => {
    // Whatever is chosen, the preview follows.
    if (found && !waits && !preview && !busy && !problem) void prepareLift(found)
  }, [found, waits, preview, busy, problem])
  // biome-ignore lint/correctness/useExhaustiveDependencies: another region wants another preview
  useEffect(() => useLift.setState({ preview: null, problem: null }), [region])
  useEffect(() => () => useLift.setState({ preview: null }), [])

  if (!found)
    return <Typography color="text.secondary">Choose “Lift its lines …” at a sheet in the stack first.</Typography>
  const change = (part: Partial<LiftOptions>) =>
    useLift.setState({ options: { ...options, ...part }, preview: null, problem: null })
  const choice = page?.content === 'mixed' && <LinesOrStrokes strokes={strokes} />
  if (page && waits)
    return (
      <Stack sx={{ gap: 1.5 }}>
        {choice}
        <StrokesOffer sheet={page} name={found.name} before="to lift" />
        {isPicture(page) && <TraceByHand />}
      </Stack>
    )
  return (
    <Stack sx={{ gap: 1.5 }}>
      {choice}
      <Typography>
        Makes lines that you can edit of {ofStrokes ? 'the strokes of ' : ''}
        <strong>{found.name}</strong>. The sheet itself is not touched.
      </Typography>
      {ofStrokes && <LeastCertainty value={options.leastCertainty} onChange={change} />}
      <Stack direction="row" sx={{ gap: 1, alignItems: 'center' }}>
        <Button size="small" variant="outlined" onClick={() => workbench.take(liftRegion)}>
          {region ? 'Another region' : 'Only a region'}
        </Button>
        {region && (
          <Button size="small" onClick={() => choose(regionOptions, { region: null })}>
            All of it
          </Button>
        )}
      </Stack>
      {!ofStrokes && <Parts sheetId={found.sheetId} options={options} onChange={change} />}
      <Lengths options={options} onChange={change} />
      <Box>
        {TICKS.filter(([key]) => !ofStrokes || !NOT_OF_STROKES.has(key)).map(([key, words]) => (
          <FormControlLabel
            key={key}
            control={
              <Checkbox
                size="small"
                checked={options[key]}
                onChange={({ target }) => change({ [key]: target.checked })}
                sx={{ py: 0.25 }}
              />
            }
            label={words}
            slotProps={{ typography: { sx: { fontSize: 13.5 } } }}
            sx={{ display: 'flex' }}
          />
        ))}
      </Box>
      <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
        Afterwards the sheet
      </Typography>
      <OneOf
        label="Afterwards the sheet"
        value={sheet}
        words={{ stays: 'Stays', hidden: 'Is hidden', removed: 'Is removed' }}
        onChange={(value) => useLift.setState({ sheet: value })}
      />
      <Box
        sx={{
          position: 'sticky',
          bottom: -16,
          mx: -2,
          mb: -2,
          px: 2,
          py: 1.5,
          bgcolor: 'background.paper',
          borderTop: 1,
          borderColor: 'divider',
        }}
      >
        <Box role="status" aria-live="polite" sx={{ minHeight: 72, mb: 1 }}>
          {busy && <Typography color="text.secondary">Working out what is lifted …</Typography>}
          {problem && <Typography color="error">{problem}</Typography>}
          {preview && !busy && (
            <>
              <Typography variant="figure" component="p">
                Before: {beforeInWords(preview.before)}
              </Typography>
              <Typography variant="figure" component="p">
                After: {afterInWords(preview.after)}
              </Typography>
              {preview.after.unsure > 0 && (
                <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
                  {preview.after.unsure.toLocaleString('en')} of them are unsure, shown dashed: they go to a layer of
                  their own, “{KIND_LAYERS.unsure}”.
                </Typography>
              )}
            </>
          )}
        </Box>
        <Stack direction="row" sx={{ gap: 1 }}>
          <Button variant="contained" disabled={!preview || busy} onClick={() => void applyLift(found)}>
            Lift
          </Button>
          <Button onClick={giveUpLift}>Leave it</Button>
        </Stack>
      </Box>
    </Stack>
  )
}

/** Of a sheet that has both: what is lifted. */
function LinesOrStrokes({ strokes }: { strokes: boolean }) {
  return (
    <OneOf
      label="What is lifted"
      value={strokes ? 'strokes' : 'lines'}
      words={{ lines: 'Its lines', strokes: 'Strokes of its image' }}
      onChange={(value) => useLift.setState({ strokes: value === 'strokes', preview: null, problem: null })}
    />
  )
}

function LeastCertainty({ value, onChange }: { value: number; onChange: (part: Partial<LiftOptions>) => void }) {
  return (
    <Box sx={{ px: 1 }}>
      <Typography id="least-certainty" color="text.secondary" sx={{ fontSize: 12.5 }}>
        Strokes at least {Math.round(value * 100)} % sure
      </Typography>
      <Slider
        size="small"
        aria-labelledby="least-certainty"
        min={0}
        max={0.95}
        step={0.05}
        value={value}
        onChange={(_, next) => onChange({ leastCertainty: next as number })}
      />
    </Box>
  )
}

/** What else can be done with an image. */
function TraceByHand() {
  const trace = (tool: Tool) => {
    giveUpLift()
    workbench.take(tool)
  }
  return (
    <>
      <Typography color="text.secondary">
        Or trace over it yourself. The cursor catches the ends, middles and crossings of its strokes, and says “in the
        image” where it does.
      </Typography>
      <Stack direction="row" sx={{ gap: 1 }}>
        <Button size="small" variant="outlined" onClick={() => trace(line)}>
          Trace lines
        </Button>
        <Button size="small" variant="outlined" onClick={() => trace(spline)}>
          Trace curves
        </Button>
        <Button size="small" variant="outlined" onClick={() => trace(wall)}>
          Trace walls
        </Button>
      </Stack>
    </>
  )
}

/** What strokes of a picture don't have. */
const NOT_OF_STROKES: ReadonlySet<keyof LiftOptions> = new Set(['text', 'fills', 'layers', 'kinds', 'colors'])

const TICKS = [
  ['text', 'Text as text'],
  ['hatching', 'Hatching too'],
  ['fills', 'Fills as closed regions'],
  ['layers', 'On layers of the same names'],
  ['kinds', 'What is on none: by its kind, on layers of their own'],
  ['colors', 'Keep colours'],
  ['weights', 'Keep line weights'],
  ['merged', 'Join lines on one line, drop doubled ones'],
  ['dashes', 'Rows of dashes as dashed lines'],
  ['chained', 'Touching lines and arcs as polylines'],
] as const satisfies readonly (readonly [keyof LiftOptions, string])[]

const beforeInWords = ({ lines, curves, texts }: LiftPreview['before']): string =>
  listed([
    [lines, 'line'],
    [curves, 'curve'],
    [texts, 'text'],
  ])

const afterInWords = (after: LiftCounts): string =>
  listed([
    [after.lines, 'line'],
    [after.polylines, 'polyline'],
    [after.dashed, 'dashed line'],
    [after.arcs, 'arc'],
    [after.circles, 'circle'],
    [after.curves, 'curve'],
    [after.fills, 'fill'],
    [after.texts, 'text'],
  ])

const listed = (counts: readonly [number, string][]): string =>
  counts
    .filter(([count]) => count > 0)
    .map(([count, word]) => counted(count, word))
    .join(', ') || 'nothing'

interface PartProps {
  readonly options: LiftOptions
  readonly onChange: (part: Partial<LiftOptions>) => void
}

function Lengths({ options, onChange }: PartProps) {
  const display = useDisplay()
  const read = (text: string, least: number) => {
    const mm = text === '0' ? 0 : parseLength(text, display.unit)
    if (!(mm >= least && mm < 1e5))
      throw new Error(least > 0 ? 'Type a length of more than nothing.' : 'Type a length.')
    return mm
  }
  return (
    <Stack direction="row" sx={{ gap: 1 }}>
      <CommittedField
        label="Shortest"
        value={formatLength(options.shortestMm, display, false)}
        onCommit={(text) => onChange({ shortestMm: read(text, 0) })}
      />
      <CommittedField
        label="Tolerance"
        value={formatLength(options.toleranceMm, display, false)}
        onCommit={(text) => onChange({ toleranceMm: read(text, 1e-3) })}
      />
    </Stack>
  )
}

/** Parts of the sheet that are lifted: its layers, where it has any, and its pens. All else has a tick of its own. */
function Parts({ sheetId, ...props }: PartProps & { readonly sheetId: string }) {
  const sources = useProject((project) => project.sources)
  const byHash = useSheetData((data) => data.byHash)
  const hash = sheetOf(sources, sheetId)?.sheet.lineworkHash
  const linework = hash ? byHash.get(hash)?.linework : undefined
  const groups = useMemo(() => {
    if (!linework) return []
    const pens = pensOf(linework)
    if (linework.layers.length === 0) return [{ label: 'Parts', parts: pens }]
    return [
      { label: 'Parts', parts: partsOf(linework) },
      { label: 'Pens', parts: pens },
    ]
  }, [linework])
  return groups.map(({ label, parts }) =>
    parts.length > 1 ? <PartTicks key={label} label={label} parts={parts} {...props} /> : null,
  )
}

function PartTicks({
  label,
  parts,
  options: { without },
  onChange,
}: PartProps & { readonly label: string; readonly parts: readonly SheetPart[] }) {
  const keys = parts.map(({ key }) => key)
  const elsewhere = without.filter((key) => !keys.includes(key))
  // Pens of one weight are told apart by their colours.
  const named = (part: SheetPart) =>
    part.color && parts.some((other) => other !== part && other.label === part.label)
      ? `${part.label}, ${part.color}`
      : part.label
  return (
    <Box
      role="group"
      aria-label={label}
      sx={{ maxHeight: 150, flexShrink: 0, overflow: 'auto', border: 1, borderColor: 'divider', px: 1 }}
    >
      {parts.map((part) => (
        <PartTick
          key={part.key}
          part={part}
          name={named(part)}
          on={!without.includes(part.key)}
          onChange={(on) =>
            onChange({ without: on ? without.filter((key) => key !== part.key) : [...without, part.key] })
          }
          onOnly={() => onChange({ without: [...elsewhere, ...keys.filter((key) => key !== part.key)] })}
        />
      ))}
    </Box>
  )
}

interface PartTickProps {
  readonly part: SheetPart
  readonly name: string
  readonly on: boolean
  readonly onChange: (on: boolean) => void
  readonly onOnly: () => void
}

function PartTick({ part: { count, visible, color }, name, on, onChange, onOnly }: PartTickProps) {
  return (
    <Stack direction="row" sx={{ alignItems: 'center' }}>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={visible && on}
            disabled={!visible}
            onChange={({ target }) => onChange(target.checked)}
            sx={{ py: 0.25 }}
          />
        }
        label={`${name} (${count.toLocaleString('en')})`}
        slotProps={{ typography: { sx: { fontSize: 13 }, noWrap: true } }}
        sx={{ flex: 1, minWidth: 0, mr: 0 }}
      />
      {color?.startsWith('#') && <PartColor color={color} />}
      <Button
        size="small"
        aria-label={`Only ${name}`}
        disabled={!visible}
        onClick={onOnly}
        sx={{ minWidth: 0, px: 0.75, py: 0, ml: 0.5 }}
      >
        only
      </Button>
    </Stack>
  )
}
