import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Slider from '@mui/material/Slider'
import Stack from '@mui/material/Stack'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { goTo, workbench } from '@/studio/board/workbench'
import { ResolutionField } from '@/studio/features/bring-in/feature'
import { LockNote, turnSheets } from '@/studio/features/fit/feature'
import { changesCard } from '@/studio/features/revisions/feature'
import { showCard, useBench } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { boardsOf } from '@/studio/tooling/boards'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { PartList } from './PartList'
import { changeSheets } from './stack-edits'
import { TintChoice } from './TintChoice'
import { crop } from './tools/crop'

/** Everything that can be said of how the picked sheets show: crop, parts, look. */
export function SheetCard() {
  const records = useProject((project) => project.records)
  const selection = useBench((bench) => bench.selection)
  const underlays = underlaysOf(records).filter(({ id }) => selection.includes(id))
  const [first] = underlays
  if (!first) return <Typography color="text.secondary">Select a sheet in the index to adjust how it shows.</Typography>
  const change = (label: string, part: Partial<Underlay>) => changeSheets(label, underlays, part)
  return (
    <>
      <Typography variant="h3" noWrap title={first.name} sx={{ mb: 1.5 }}>
        {underlays.length === 1 ? first.name : `${underlays.length} sheets`}
      </Typography>
      <LockNote underlays={underlays} />
      {underlays.length === 1 && <CropRow underlay={first} />}
      {underlays.length === 1 && (
        <Row label="Size">
          <Button size="small" variant="outlined" onClick={() => goTo('fit')}>
            Fit this sheet
          </Button>
        </Row>
      )}
      {underlays.length === 1 && (
        <Row label="Issue">
          <Button size="small" variant="outlined" onClick={() => showCard(changesCard)}>
            What changed …
          </Button>
        </Row>
      )}
      <Row label="Turn">
        <Button size="small" variant="outlined" onClick={() => turnSheets(underlays, 1)}>
          90° left
        </Button>
        <Button size="small" variant="outlined" onClick={() => turnSheets(underlays, -1)}>
          90° right
        </Button>
      </Row>
      <LevelRow underlays={underlays} />
      <Row label="Drawn">
        <ToggleButtonGroup
          exclusive
          size="small"
          value={first.drawing}
          aria-label="How it is drawn"
          onChange={(_, next: Underlay['drawing'] | null) => next && change('Change drawing', { drawing: next })}
        >
          <ToggleButton value="print" sx={{ py: 0.25, px: 1 }}>
            as printed
          </ToggleButton>
          <ToggleButton value="lines" sx={{ py: 0.25, px: 1 }}>
            lines only
          </ToggleButton>
          <ToggleButton value="frame" sx={{ py: 0.25, px: 1 }}>
            frame
          </ToggleButton>
        </ToggleButtonGroup>
      </Row>
      <Row label="Tone">
        <Slider
          key={first.tone}
          size="small"
          color="secondary"
          aria-label="Tone"
          min={0.1}
          max={1}
          step={0.05}
          defaultValue={first.tone}
          onChangeCommitted={(_, tone) => change('Change tone', { tone: tone as number })}
          sx={{ ml: 1 }}
        />
      </Row>
      <Row label="Tint">
        <TintChoice value={first.tint} onChange={(tint) => change('Change tint', { tint })} />
      </Row>
      <Row label="Mark-up">
        <Switch
          size="small"
          checked={first.markup}
          onChange={(_, markup) => change('Show or hide mark-up', { markup })}
          slotProps={{ input: { 'aria-label': 'Reviewers’ mark-up shows' } }}
        />
        <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
          reviewers’ notes on the file
        </Typography>
      </Row>
      {underlays.length === 1 && <Resolution underlay={first} />}
      {underlays.length === 1 && <Parts underlay={first} />}
    </>
  )
}

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Stack direction="row" sx={{ alignItems: 'center', gap: 0.75, minHeight: 36 }}>
      <Typography color="text.secondary" sx={{ width: 66, flexShrink: 0, fontSize: 13 }}>
        {label}
      </Typography>
      {children}
    </Stack>
  )
}

function CropRow({ underlay }: { underlay: Underlay }) {
  return (
    <Row label="Crop">
      <Button
        size="small"
        variant="outlined"
        onClick={() => {
          workbench.pick([underlay.id])
          workbench.take(crop)
        }}
      >
        {underlay.crop ? 'Change' : 'Crop it'}
      </Button>
      <Button
        size="small"
        disabled={!underlay.crop}
        onClick={() => put('Show whole sheet', { ...underlay, crop: null })}
      >
        Whole sheet
      </Button>
    </Row>
  )
}

function LevelRow({ underlays }: { underlays: readonly Underlay[] }) {
  const records = useProject((project) => project.records)
  const planes = boardsOf(records)
  if (planes.length < 2) return null
  return (
    <Row label="Lies on">
      <TextField
        select
        size="small"
        value={underlays[0]!.levelId}
        onChange={({ target }) => changeSheets('Move to level', underlays, { levelId: target.value })}
        slotProps={{ htmlInput: { 'aria-label': 'Level or work plane of the sheet' } }}
        sx={{ flex: 1 }}
      >
        {planes.map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            {name}
          </MenuItem>
        ))}
      </TextField>
    </Row>
  )
}

function Resolution({ underlay }: { underlay: Underlay }) {
  const sources = useProject((project) => project.sources)
  const sheet = sheetOf(sources, underlay.sheetId)?.sheet
  if (!sheet?.resolution) return null
  return (
    <Box sx={{ mt: 1.5 }}>
      <ResolutionField sheet={sheet} />
    </Box>
  )
}

function Parts({ underlay }: { underlay: Underlay }) {
  const sources = useProject((project) => project.sources)
  const byHash = useSheetData((data) => data.byHash)
  const sheet = sheetOf(sources, underlay.sheetId)?.sheet
  const indexed = sheet?.lineworkHash ? byHash.get(sheet.lineworkHash) : undefined
  if (!sheet || !indexed)
    return (
      <Typography color="text.secondary" sx={{ mt: 1.5, fontSize: 13 }}>
        {sheet?.status === 'failed' ? 'Its lines could not be read.' : 'Its lines are still being read.'}
      </Typography>
    )
  return <PartList underlay={underlay} sheet={sheet} linework={indexed.linework} />
}
