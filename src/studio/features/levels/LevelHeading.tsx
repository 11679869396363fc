import CloseIcon from '@mui/icons-material/Close'
import CopyIcon from '@mui/icons-material/ContentCopy'
import EditIcon from '@mui/icons-material/EditOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Stack from '@mui/material/Stack'
import { useState } from 'react'
import { type Level, levelsOf, STOREY_MM, storeyHeightMm } from '@/core/model/level/schema'
import { formatLevel } from '@/core/units/format'
import { setGhostBelow, useBench, workOn } from '@/studio/state/bench'
import { put, remove } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { useDisplay } from '@/studio/ui/display'
import { IndexAction, IndexHead } from '@/studio/ui/IndexHead'
import { LengthField, withLength } from '@/studio/ui/LengthField'
import { NameField } from '@/studio/ui/NameField'
import { copyLevel } from './copy-level'

/** Adds a level on top. */
export function addLevel(): void {
  const levels = levelsOf(useProject.getState().records)
  const top = levels.at(-1)
  const level: Level = {
    id: crypto.randomUUID(),
    kind: 'level',
    name: `Level ${levels.length}`,
    elevationMm: top ? top.elevationMm + STOREY_MM : 0,
  }
  put('Add level', level)
}

/** The head of a level in the index: a click works on it alone and opens what it is. */
export function LevelHeading({ level }: { readonly level: Level }) {
  const records = useProject((project) => project.records)
  const display = useDisplay()
  const worked = useBench((bench) => bench.levelId === level.id)
  const [opened, setOpened] = useState(false)
  const levels = levelsOf(records)
  const only = levels.length === 1
  const used = [...records.values()].some(
    (record) => record.kind !== 'level' && 'levelId' in record && record.levelId === level.id,
  )
  const click = () => {
    if (only) setOpened(!opened)
    else workOn(worked ? null : level.id)
  }
  return (
    <IndexHead
      name={level.name}
      label={only ? `Level ${level.name}` : `Work on level ${level.name}`}
      hint={only ? 'Its name and heights' : worked ? 'Show all levels again' : 'Show only what lies on this level'}
      figure={formatLevel(level.elevationMm, display)}
      marked={worked}
      pressed={only ? opened : worked}
      onClick={click}
      actions={
        <>
          <IndexAction
            label={`Change level ${level.name}`}
            hint="Its name and heights"
            onClick={() => setOpened(!opened)}
          >
            <EditIcon />
          </IndexAction>
          <IndexAction
            hint="Copy this level, with what stands on it, to the top"
            label={`Copy level ${level.name}`}
            onClick={() => copyLevel(level)}
          >
            <CopyIcon />
          </IndexAction>
          <IndexAction
            hint={
              only ? 'A building has at least one level' : used ? 'Sheets or elements lie on it' : 'Remove this level'
            }
            label={`Remove level ${level.name}`}
            disabled={only || used}
            onClick={() => remove('Remove level', level.id)}
          >
            <CloseIcon />
          </IndexAction>
        </>
      }
    >
      {opened && <LevelDetails level={level} levels={levels} />}
    </IndexHead>
  )
}

function LevelDetails({ level, levels }: { readonly level: Level; readonly levels: readonly Level[] }) {
  return (
    <Box sx={{ pl: 1, pr: 1, pb: 1 }}>
      <NameField
        label={`Name of level ${level.name}`}
        value={level.name}
        onChange={(name) => put('Rename level', { ...level, name: name.slice(0, 100) })}
      />
      <Stack sx={{ gap: 1.25, pt: 1.25 }}>
        <LengthField
          label={`Height of level ${level.name}`}
          mm={level.elevationMm}
          usual={0}
          onTake={(mm) => put('Change level', { ...level, elevationMm: mm ?? 0 })}
        />
        <LengthField
          label={`Storey height of ${level.name}`}
          mm={level.heightMm}
          usual={storeyHeightMm({ ...level, heightMm: undefined }, levels)}
          onTake={(mm) => put('Change level', withLength(level, 'heightMm', mm))}
        />
      </Stack>
    </Box>
  )
}

/** What of the other levels shows while one is worked on. */
export function OnOneLevel() {
  const levelId = useBench((bench) => bench.levelId)
  const ghost = useBench((bench) => bench.ghostBelow)
  const onLevel = useProject(({ records }) => levelId !== null && records.get(levelId)?.kind === 'level')
  if (!onLevel) return null
  return (
    <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between', pl: 1.25, pr: 0.5, mt: 0.5 }}>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={ghost}
            onChange={({ target }) => setGhostBelow(target.checked)}
            slotProps={{ input: { 'aria-label': 'The level below as ghost' } }}
            sx={{ p: 0.25, mr: 0.5, ml: 0.75 }}
          />
        }
        label="Show level below"
        slotProps={{ typography: { sx: { fontSize: 12 } } }}
      />
      <Button
        size="small"
        aria-label="All levels again"
        onClick={() => workOn(null)}
        sx={{ minWidth: 0, px: 1, py: 0 }}
      >
        All levels
      </Button>
    </Stack>
  )
}
