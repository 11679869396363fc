'use client'

import HistoryIcon from '@mui/icons-material/History'
import RedoIcon from '@mui/icons-material/Redo'
import UndoIcon from '@mui/icons-material/Undo'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { isOut, toleranceOf } from '@/core/check/tolerance'
import { residualOf } from '@/core/fit/residual'
import { settingsOf } from '@/core/model/settings/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { USUAL_DISPLAY } from '@/core/units/format'
import type { LengthUnit } from '@/core/units/length'
import { goTo } from '@/studio/board/workbench'
import { historyCard, redoNow, undoNow } from '@/studio/features/history/feature'
import { STEP_WORDS, STEPS, type Step } from '@/studio/kernel/step'
import { showCard, useBench } from '@/studio/state/bench'
import { ask } from '@/studio/state/dialogs'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { rename } from '@/studio/state/rename'
import { fitState } from '@/studio/tooling/fit-state'
import { NameField } from '@/studio/ui/NameField'
import { keysDialog } from './dialogs'
import { PanelsOf } from './PanelsOf'

export function TopBar() {
  const name = useProject((project) => project.name)
  return (
    <Box
      component="header"
      sx={{
        gridArea: 'top',
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        px: 1.5,
        bgcolor: 'background.paper',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Tooltip title="All projects">
        <Link href="/" aria-label="All projects" style={{ display: 'flex' }}>
          {/* biome-ignore lint/performance/noImgElement: a small drawing that ships with the page */}
          <img src="/icon.svg" alt="" width={30} height={30} />
        </Link>
      </Tooltip>
      <Box sx={{ width: 190, minWidth: 90 }}>
        <NameField label="Project name" value={name} onChange={rename} />
      </Box>
      <Steps />
      <Box sx={{ flexGrow: 1 }} />
      <PanelsOf slot="top" />
      <KeptState />
      <UndoButtons />
      <UnitChoice />
      <Tooltip title="All keys (?)">
        <Button
          size="small"
          variant="outlined"
          sx={{ minWidth: 34, px: 0 }}
          aria-label="All keys"
          onClick={() => void ask(keysDialog, undefined)}
        >
          ?
        </Button>
      </Tooltip>
    </Box>
  )
}

/** The way through a job: five places on a line, each saying whether something there still wants doing. */
function Steps() {
  const step = useBench((bench) => bench.step)
  const unfitted = useProject(
    ({ records, sources }) => underlaysOf(records).filter((underlay) => !fitState(underlay, sources).trusted).length,
  )
  const out = useProject(({ records }) => {
    const tolerance = toleranceOf(settingsOf(records))
    return underlaysOf(records).reduce(
      (sum, { placement, dimensions }) =>
        sum + dimensions.filter((dimension) => isOut(residualOf(placement, dimension), tolerance)).length,
      0,
    )
  })
  const words = [unfitted > 0 && `${unfitted} to fit`, out > 0 && `${out} out`].filter(Boolean)
  const wants: Partial<Record<Step, string>> = words.length > 0 ? { fit: words.join(', ') } : {}
  return (
    <Stack component="nav" direction="row" aria-label="Steps" sx={{ alignItems: 'center' }}>
      {STEPS.map((each, i) => (
        <Stack key={each} direction="row" sx={{ alignItems: 'center' }}>
          {i > 0 && <Box sx={{ width: 14, borderTop: 1, borderColor: 'text.secondary', opacity: 0.6 }} />}
          <Button
            size="small"
            aria-current={each === step ? 'step' : undefined}
            onClick={() => goTo(each)}
            sx={{
              px: 1,
              minWidth: 0,
              whiteSpace: 'nowrap',
              borderRadius: 0,
              borderBottom: '2px solid',
              borderColor: each === step ? 'error.main' : 'transparent',
              color: each === step ? 'text.primary' : 'text.secondary',
            }}
          >
            {STEP_WORDS[each]}
            {wants[each] && (
              <Typography component="span" color="error" sx={{ fontSize: 11.5, ml: 0.75, fontWeight: 600 }}>
                {wants[each]}
              </Typography>
            )}
          </Button>
        </Stack>
      ))}
    </Stack>
  )
}

/** Whether everything done so far is safe on the server. */
function KeptState() {
  const waiting = useProject((project) => project.waiting.length)
  const held = useProject((project) => project.waiting.filter(({ id }) => project.held.has(id)).length)
  const online = useProject((project) => project.online)
  const all = useProject((project) => (project.refused.length === 0 ? 'All kept' : 'Rest kept'))
  const word =
    waiting === 0 ? (online ? all : 'Server away') : online || held < waiting ? 'Keeping …' : `${held} held here`
  const hint =
    waiting === 0
      ? online
        ? 'Everything you did is on the server.'
        : 'The server does not answer. What you do is held in this browser and sent when it is back.'
      : 'Not on the server yet; this browser holds it and sends it as soon as it can.'
  return (
    <Tooltip title={hint}>
      <Typography
        role="status"
        tabIndex={0}
        sx={{ fontSize: 12.5, whiteSpace: 'nowrap' }}
        color={online ? 'text.secondary' : 'error'}
      >
        {word}
      </Typography>
    </Tooltip>
  )
}

function UndoButtons() {
  const undoable = useProject(
    (project) => project.stacks.undo.at(-1)?.label ?? (project.toldFrom > 1 ? 'earlier' : null),
  )
  const redoable = useProject((project) => project.stacks.redo.at(-1)?.label ?? null)
  return (
    <Stack direction="row">
      <Tooltip title={undoable ? `Undo: ${undoable} (Ctrl Z)` : 'Nothing to undo'}>
        <span>
          <IconButton size="small" aria-label="Undo" disabled={!undoable} onClick={() => void undoNow()}>
            <UndoIcon fontSize="small" />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title={redoable ? `Redo: ${redoable} (Ctrl Shift Z)` : 'Nothing to redo'}>
        <span>
          <IconButton size="small" aria-label="Redo" disabled={!redoable} onClick={() => void redoNow()}>
            <RedoIcon fontSize="small" />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title="What was done, and every state of the project">
        <IconButton size="small" aria-label="History" onClick={() => showCard(historyCard)}>
          <HistoryIcon fontSize="small" />
        </IconButton>
      </Tooltip>
    </Stack>
  )
}

const UNIT_WORDS: Record<LengthUnit, string> = {
  mm: 'Millimetres',
  cm: 'Centimetres',
  m: 'Metres',
  in: 'Inches',
  ft: 'Feet and inches',
}

function UnitChoice() {
  const records = useProject((project) => project.records)
  const settings = settingsOf(records)
  return (
    <Select
      size="small"
      value={settings.unit}
      inputProps={{ 'aria-label': 'Unit of lengths' }}
      onChange={({ target }) => {
        const unit = target.value as LengthUnit
        put('Change unit', { ...settings, unit, precision: USUAL_DISPLAY[unit].precision })
      }}
      renderValue={(unit) => (unit === 'ft' ? 'ft in' : unit)}
      sx={{ width: 74, '& .MuiSelect-select': { py: 0.6 } }}
    >
      {Object.entries(UNIT_WORDS).map(([unit, word]) => (
        <MenuItem key={unit} value={unit}>
          {word}
        </MenuItem>
      ))}
    </Select>
  )
}
