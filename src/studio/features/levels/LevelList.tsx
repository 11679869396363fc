import AddIcon from '@mui/icons-material/Add'
import CloseIcon from '@mui/icons-material/Close'
import CopyIcon from '@mui/icons-material/ContentCopy'
import LevelIcon from '@mui/icons-material/FilterCenterFocus'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { type Level, levelsOf, STOREY_MM, storeyHeightMm } from '@/core/model/level/schema'
import { formatLength } from '@/core/units/format'
import { LengthError, parseLength } from '@/core/units/length'
import { setGhostBelow, useBench, workOn } from '@/studio/state/bench'
import { put, remove } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { useDisplay } from '@/studio/ui/display'
import { LengthField, withLength } from '@/studio/ui/LengthField'
import { NameField } from '@/studio/ui/NameField'
import { copyLevel } from './copy-level'

/** The levels of the building, the highest on top; sheets lie on one of them. */
export function LevelList() {
  const records = useProject((project) => project.records)
  const levels = levelsOf(records)
  const worked = useBench((bench) => bench.levelId)
  const add = () => {
    const top = levels.at(-1)
    const level: Level = {
      id: crypto.randomUUID(),
      kind: 'level',
      name: `Level ${levels.length}`,
      elevationMm: top ? top.elevationMm + STOREY_MM : 0,
    }
    put('Add level', level)
  }
  return (
    <Box component="section" aria-label="Levels" sx={{ mb: 1.25 }}>
      <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between', pl: 0.5 }}>
        <Typography color="text.secondary" sx={{ fontSize: 12 }}>
          Levels
        </Typography>
        <Tooltip title="Add a level on top">
          <IconButton size="small" aria-label="Add a level" onClick={add}>
            <AddIcon sx={{ fontSize: 16 }} />
          </IconButton>
        </Tooltip>
      </Stack>
      {[...levels].reverse().map((level) => (
        <Box key={level.id}>
          <LevelRow level={level} />
          {(level.id === worked || levels.length === 1) && <StoreyHeight level={level} levels={levels} />}
        </Box>
      ))}
      {levels.length > 1 && <OnOneLevel />}
    </Box>
  )
}

/** The height of a storey: its own, or to the next level where the field is emptied. */
function StoreyHeight({ level, levels }: { level: Level; levels: readonly Level[] }) {
  return (
    <Box sx={{ pl: 0.5, pr: 3.5, pt: 1.25, pb: 0.75 }}>
      <LengthField
        label={`Storey height of ${level.name}`}
        mm={level.heightMm}
        usual={storeyHeightMm({ ...level, heightMm: undefined }, levels)}
        onTake={(mm) => put('Change level', withLength(level, 'heightMm', mm))}
      />
    </Box>
  )
}

/** What of the other levels shows while one is worked on. */
function OnOneLevel() {
  const levelId = useBench((bench) => bench.levelId)
  const ghost = useBench((bench) => bench.ghostBelow)
  const onLevel = useProject(({ records }) => levelId !== null && records.get(levelId)?.kind === 'level')
  if (!onLevel) return null
  return (
    <>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={ghost}
            onChange={({ target }) => setGhostBelow(target.checked)}
            sx={{ py: 0.25 }}
          />
        }
        label="The level below as ghost"
        slotProps={{ typography: { sx: { fontSize: 12.5 } } }}
      />
      <Button size="small" fullWidth variant="outlined" onClick={() => workOn(null)}>
        All levels again
      </Button>
    </>
  )
}

function LevelRow({ level }: { level: Level }) {
  const records = useProject((project) => project.records)
  const [typed, setTyped] = useState<string | null>(null)
  const display = useDisplay()
  const used = [...records.values()].filter(
    (record) => record.kind !== 'level' && 'levelId' in record && record.levelId === level.id,
  ).length
  const only = levelsOf(records).length === 1
  const take = () => {
    const text = typed?.trim()
    setTyped(null)
    if (!text) return
    try {
      put('Change level', { ...level, elevationMm: /^[+-]?0$/.test(text) ? 0 : parseLength(text, display.unit) })
    } catch (error) {
      if (!(error instanceof LengthError)) throw error
      tell(error.message)
    }
  }
  const worked = useBench((bench) => bench.levelId === level.id)
  return (
    <Stack
      direction="row"
      sx={{
        alignItems: 'center',
        borderTop: 1,
        borderColor: 'divider',
        borderLeft: 3,
        borderLeftColor: worked ? 'error.main' : 'transparent',
      }}
    >
      {!only && (
        <Tooltip title={worked ? 'Show all levels again' : 'Show only what lies on this level'}>
          <IconButton
            size="small"
            aria-label={`Work on level ${level.name}`}
            aria-pressed={worked}
            onClick={() => workOn(worked ? null : level.id)}
          >
            <LevelIcon sx={{ fontSize: 14 }} />
          </IconButton>
        </Tooltip>
      )}
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <NameField
          label={`Name of level ${level.name}`}
          value={level.name}
          onChange={(name) => put('Rename level', { ...level, name: name.slice(0, 100) })}
        />
      </Box>
      <Box
        component="input"
        aria-label={`Height of level ${level.name}`}
        value={typed ?? formatLength(level.elevationMm, display, false)}
        onChange={({ target }: { target: HTMLInputElement }) => setTyped(target.value)}
        onBlur={take}
        onKeyDown={(event: React.KeyboardEvent<HTMLInputElement>) => {
          if (event.key === 'Escape') setTyped(null)
          if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur()
          event.stopPropagation()
        }}
        sx={{
          width: 74,
          textAlign: 'right',
          font: '500 12.5px "IBM Plex Mono", monospace',
          color: 'text.primary',
          bgcolor: 'transparent',
          border: 0,
          p: '3px 4px',
        }}
      />
      <Tooltip title="Copy this level, with what stands on it, to the top">
        <IconButton size="small" aria-label={`Copy level ${level.name}`} onClick={() => copyLevel(level)}>
          <CopyIcon sx={{ fontSize: 14 }} />
        </IconButton>
      </Tooltip>
      <Tooltip
        title={
          only ? 'A building has at least one level' : used > 0 ? 'Sheets or elements lie on it' : 'Remove this level'
        }
      >
        <span>
          <IconButton
            size="small"
            aria-label={`Remove level ${level.name}`}
            disabled={only || used > 0}
            onClick={() => remove('Remove level', level.id)}
          >
            <CloseIcon sx={{ fontSize: 14 }} />
          </IconButton>
        </span>
      </Tooltip>
    </Stack>
  )
}
