'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { SIGNS } from '@/core/formats/csv/write'
import { grow } from '@/core/geometry/box'
import { type ChangeGroup, changeGroups } from '@/core/states/change-groups'
import { type Table, totalsOf } from '@/core/tables/table'
import { counted } from '@/core/units/format'
import { workbench } from '@/studio/board/workbench'
import { HandOverButton } from '@/studio/features/hand-over/feature'
import { useBench, workOn } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { showBox } from '@/studio/state/view'
import { FadeSlider } from '@/studio/ui/FadeSlider'
import { forgetStates, useStates } from './store'

const AROUND_MM = 1500
/** So many can be looked through; the workbook has all. */
const MOST = 300

/** Shows a change on the board, on its level, and picks what is still there. */
function look(group: ChangeGroup): void {
  const { ids, box, levelId } = group
  useStates.setState({ looked: group })
  if (levelId !== null && levelId !== useBench.getState().levelId) workOn(levelId)
  const { records } = useProject.getState()
  workbench.pick(ids.filter((id) => records.has(id)))
  if (box) showBox(grow(box, AROUND_MM))
}

/** What differs between the two states that were compared: walked through, element by element, and summed up in tables. */
export function DifferenceList() {
  const { compared, looked, fade } = useStates()
  const projectId = useProject((project) => project.id)
  const records = useProject((project) => project.records)
  const groups = useMemo(() => changeGroups(compared?.found.elements ?? []), [compared])
  if (!compared) return null
  const { from, to, found } = compared
  const { elements, tables } = found
  const at = looked ? groups.indexOf(looked) : -1
  const step = (by: 1 | -1) =>
    look(groups[at < 0 ? (by > 0 ? 0 : groups.length - 1) : (at + by + groups.length) % groups.length]!)
  const counts = (['new', 'gone', 'changed'] as const)
    .map((what) => [what, elements.filter((each) => each.what === what).length] as const)
    .filter(([, count]) => count > 0)
  const on = { since: from.revision ?? 0, ...(to.revision !== null && { at: to.revision }) }
  return (
    <Stack sx={{ gap: 1 }}>
      <Typography role="status">
        {elements.length === 0
          ? 'Nothing differs.'
          : `${counted(elements.length, 'difference')}: ${counts.map(([what, count]) => `${count} ${what}`).join(', ')}.`}
      </Typography>
      {to.revision === null && records !== compared.records && (
        <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
          The project has changed since it was compared: compare again.
        </Typography>
      )}
      {elements.length > 0 && (
        <>
          <FadeSlider
            label="From the earlier to the later state"
            from="Earlier"
            to="Later"
            value={fade}
            onChange={(value) => useStates.setState({ fade: value })}
          />
          <Stack direction="row" sx={{ gap: 1 }}>
            <Button size="small" variant="outlined" onClick={() => step(-1)}>
              Previous
            </Button>
            <Button size="small" variant="outlined" onClick={() => step(1)}>
              Next
            </Button>
          </Stack>
          <Box component="ol" aria-label="What differs" sx={{ listStyle: 'none', p: 0, m: 0 }}>
            {groups.slice(0, MOST).map((group) => (
              <Difference key={group.ids[0]} group={group} isLooked={group === looked} />
            ))}
          </Box>
          {groups.length > MOST && <Typography color="text.secondary">More stand in the workbook.</Typography>}
        </>
      )}
      {tables.length > 0 && (
        <Stack component="section" aria-label="Quantities" sx={{ gap: 0.5 }}>
          <Typography variant="h3">Quantities</Typography>
          {tables.map((table) => (
            <Sums key={table.name} table={table} />
          ))}
        </Stack>
      )}
      <Stack direction="row" sx={{ gap: 1 }}>
        {elements.length > 0 && (
          <HandOverButton
            size="small"
            variant="outlined"
            projectId={projectId}
            format="xlsx-differences"
            word="XLSX of differences"
            on={on}
          >
            Save XLSX
          </HandOverButton>
        )}
        <Button size="small" onClick={forgetStates}>
          Clear
        </Button>
      </Stack>
    </Stack>
  )
}

const WORDS = { new: 'New', gone: 'Gone', changed: 'Changed' } as const
const COLOURS = { new: 'secondary.main', gone: 'warning.dark', changed: 'text.primary' } as const

function Difference({ group, isLooked }: { readonly group: ChangeGroup; readonly isLooked: boolean }) {
  const { what, called, says, ids } = group
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider' }}>
      <ButtonBase
        aria-current={isLooked}
        onClick={() => look(group)}
        sx={{
          display: 'flex',
          alignItems: 'baseline',
          justifyContent: 'start',
          gap: 1,
          width: '100%',
          textAlign: 'left',
          py: 0.5,
          pl: 1,
          borderLeft: 3,
          borderColor: isLooked ? 'error.main' : 'transparent',
        }}
      >
        <Typography component="span" sx={{ minWidth: 58, fontSize: 12.5, color: COLOURS[what] }}>
          {WORDS[what]}
        </Typography>
        <Typography component="span" sx={{ fontSize: 13.5 }}>
          {ids.length > 1 && `${ids.length} × `}
          {called}
          {says.length > 0 && (
            <Typography component="span" color="text.secondary" sx={{ fontSize: 13 }}>
              {' '}
              {says.join(', ')}
            </Typography>
          )}
        </Typography>
      </ButtonBase>
    </Box>
  )
}

/** What a table gained and lost in all. */
function Sums({ table }: { readonly table: Table }) {
  const totals = totalsOf(table)
  const sums = table.columns.flatMap(({ key, label, unit }) => {
    const sum = totals[key]
    if (!key.endsWith('-by') || sum === undefined || Math.abs(sum) < 5e-4) return []
    return [`${label.replace(/ difference$/, '')} ${signed(sum)} ${SIGNS[unit]}`.trim()]
  })
  return (
    <Typography sx={{ fontSize: 13 }}>
      <strong>{table.word}</strong>:{' '}
      {sums.length > 0 ? sums.join(', ') : `${counted(table.rows.length, 'row')} otherwise`}
    </Typography>
  )
}

const signed = (value: number): string =>
  `${value > 0 ? '+' : '−'}${Math.abs(value).toLocaleString('en', { maximumFractionDigits: 2 })}`
