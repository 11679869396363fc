'use client'

import NightIcon from '@mui/icons-material/DarkModeOutlined'
import HistoryIcon from '@mui/icons-material/History'
import DayIcon from '@mui/icons-material/LightModeOutlined'
import RedoIcon from '@mui/icons-material/Redo'
import UndoIcon from '@mui/icons-material/Undo'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
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
import { STEP_WORDS, type Step, stepsFor } from '@/studio/kernel/step'
import { showCard, useBench } from '@/studio/state/bench'
import { ask } from '@/studio/state/dialogs'
import { put } from '@/studio/state/edits'
import { PHONE_PX, wantLight } from '@/studio/state/layout'
import { useLight } from '@/studio/state/light'
import { useProject } from '@/studio/state/project'
import { rename } from '@/studio/state/rename'
import { fitState } from '@/studio/tooling/fit-state'
import { Keys } from '@/studio/ui/Keys'
import { Logo } from '@/studio/ui/Logo'
import { NameField } from '@/studio/ui/NameField'
import { findDialog, keysDialog } from './dialog-tokens'
import { PanelsOf } from './PanelsOf'

/** Windows in which the bar has no room to spare. */
const NARROW = '@media (max-width: 1060px)'

/** On a phone only what is needed to look around: the rest is found by its words. */
const PHONE = `@media (max-width: ${PHONE_PX}px)`

export function TopBar() {
  const name = useProject((project) => project.name)
  const may = useProject((project) => project.may)
  return (
    <Box
      component="header"
      sx={{
        gridArea: 'top',
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        px: 1.5,
        [NARROW]: { gap: 0.5, px: 0.75 },
        bgcolor: 'background.paper',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Tooltip title="All projects">
        <Link href="/" aria-label="All projects" style={{ display: 'flex' }}>
          <Logo sizePx={30} />
        </Link>
      </Tooltip>
      <Box sx={{ width: 180, minWidth: 56, flexShrink: 4 }}>
        {may.has('manage') ? (
          <NameField label="Project name" value={name} onChange={rename} />
        ) : (
          <Typography noWrap sx={{ fontWeight: 600 }}>
            {name}
          </Typography>
        )}
      </Box>
      <Steps />
      <Box sx={{ flexGrow: 1 }} />
      <FindField />
      <PanelsOf slot="top" />
      <Box sx={{ display: 'contents', [PHONE]: { display: 'none' } }}>
        {may.has('remark') && <KeptState />}
        {may.has('remark') && <UndoButtons />}
        {may.has('edit') && <UnitChoice />}
        <LightChoice />
      </Box>
      <Tooltip title="All keys (?)">
        <Button
          size="small"
          variant="outlined"
          sx={{ minWidth: 34, px: 0, flexShrink: 0 }}
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
  const steps = stepsFor(useProject((project) => project.may))
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
      {steps.map((each, i) => (
        <Stack key={each} direction="row" sx={{ alignItems: 'center' }}>
          {i > 0 && (
            <Box
              sx={{
                width: 14,
                borderTop: 1,
                borderColor: 'text.secondary',
                opacity: 0.6,
                [NARROW]: { display: 'none' },
              }}
            />
          )}
          <Button
            size="small"
            aria-current={each === step ? 'step' : undefined}
            onClick={() => goTo(each)}
            sx={{
              px: 1,
              [NARROW]: { px: 0.5 },
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

/** Opens the search for everything. */
function FindField() {
  return (
    <ButtonBase
      aria-keyshortcuts="Control+K"
      onClick={() => void ask(findDialog, undefined)}
      sx={{
        flex: '0 1 220px',
        minWidth: 44,
        [NARROW]: { '& kbd': { display: 'none' }, px: 0.75, justifyContent: 'center' },
        height: 30,
        px: 1.5,
        gap: 1,
        justifyContent: 'space-between',
        borderRadius: 15,
        border: 1,
        borderColor: 'divider',
        bgcolor: 'background.default',
        color: 'text.secondary',
        fontSize: 13,
        whiteSpace: 'nowrap',
        overflow: 'hidden',
      }}
    >
      Find
      <Keys aria-hidden>Ctrl K</Keys>
    </ButtonBase>
  )
}

/** Day or night; by the system until somebody says. */
function LightChoice() {
  const light = useLight(({ light: now }) => now)
  const word = light === 'day' ? 'Dark room' : 'Daylight'
  return (
    <Tooltip title={word}>
      <IconButton size="small" aria-label={word} onClick={() => wantLight(light === 'day' ? 'night' : 'day')}>
        {light === 'day' ? <NightIcon fontSize="small" /> : <DayIcon fontSize="small" />}
      </IconButton>
    </Tooltip>
  )
}

/** Whether everything done so far is safe on the server. */
function KeptState() {
  const waiting = useProject((project) => project.waiting.length)
  const held = useProject((project) => project.waiting.filter(({ id }) => project.held.has(id)).length)
  const online = useProject((project) => project.online)
  const all = useProject((project) => (project.refused.length === 0 ? 'All saved' : 'Rest saved'))
  const word =
    waiting === 0
      ? online
        ? all
        : 'Server not reachable'
      : online || held < waiting
        ? 'Saving …'
        : `${held} waiting here`
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
        noWrap
        sx={{ fontSize: 12.5, minWidth: 24, flexShrink: 2 }}
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
      sx={{
        width: 74,
        flexShrink: 0,
        [NARROW]: { width: 62 },
        '& .MuiSelect-select': { py: 0.6, [NARROW]: { pl: 0.75 } },
      }}
    >
      {Object.entries(UNIT_WORDS).map(([unit, word]) => (
        <MenuItem key={unit} value={unit}>
          {word}
        </MenuItem>
      ))}
    </Select>
  )
}
