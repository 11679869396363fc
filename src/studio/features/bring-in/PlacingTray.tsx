import ArrowDropDownIcon from '@mui/icons-material/ArrowDropDown'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { usualRatios } from '@/core/fit/scale-words'
import { shownDisplayOf } from '@/core/model/settings/schema'
import { formatRatio, type LengthDisplay } from '@/core/units/format'
import { parseRatio } from '@/core/units/ratio'
import { useProject } from '@/studio/state/project'
import { boardsOf } from '@/studio/tooling/boards'
import { isFullSize, isUnread, sheetOf } from '@/studio/tooling/sheet-of'
import { chooseLay, type LayChoices, letGo, useChoice } from './choice'
import { bringInPicked, laidOn, sheetName, usualRatio } from './place-sheets'
import { ResolutionField } from './ResolutionField'

const WHERE_WORDS: Record<LayChoices['where'], string> = {
  beside: 'beside what is there',
  origin: 'at the origin',
  point: 'at a point I click',
}

const TURN_WORDS = ['as it lies', '90° left', 'upside down', '90° right']

/** What is picked, how it will be laid down, and the button that does it. */
export function PlacingTray() {
  const picked = useChoice((choice) => choice.picked)
  const lay = useChoice((choice) => choice.lay)
  // Who looks at a page closely is asked there.
  const viewing = useChoice((choice) => choice.viewing !== null)
  const sources = useProject((project) => project.sources)
  const records = useProject((project) => project.records)
  const planes = boardsOf(records)
  const display = shownDisplayOf(records)
  const found = picked.map((id) => sheetOf(sources, id)).filter((each) => each !== null)
  if (found.length === 0) return null
  // An image that states no resolution has no size of its own: it is asked for before it is laid down.
  const asked = found
    .map(({ sheet }) => sheet)
    .find(({ resolution }) => resolution && !resolution.stated && !resolution.set)
  const names = found.map(({ source, sheet }) => sheetName(source, sheet)).join(', ')
  return (
    <Box
      component="section"
      aria-label="Selected pages"
      sx={{ borderTop: 2, borderColor: 'error.main', bgcolor: 'background.paper', px: 4, py: 1.5 }}
    >
      <Stack direction="row" sx={{ alignItems: 'center', gap: 1.5, flexWrap: 'wrap' }}>
        <Box sx={{ flex: '1 1 180px', minWidth: 0 }}>
          <Typography variant="h3">
            {found.length === 1 ? 'One page selected' : `${found.length} pages selected`}
          </Typography>
          <Typography noWrap title={names} color="text.secondary" sx={{ fontSize: 12.5 }}>
            {names}
          </Typography>
        </Box>
        <TextField
          select
          size="small"
          label="Lay it"
          value={lay.where}
          onChange={({ target }) => chooseLay({ where: target.value as LayChoices['where'] })}
          sx={{ width: 190 }}
        >
          {Object.entries(WHERE_WORDS).map(([where, word]) => (
            <MenuItem key={where} value={where}>
              {word}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          size="small"
          label="Ratio"
          placeholder={ratioHint(found, display)}
          value={lay.ratio}
          error={!isRatio(lay.ratio)}
          onChange={({ target }) => chooseLay({ ratio: target.value })}
          onKeyDown={({ key }) => key === 'Enter' && bringInPicked()}
          slotProps={{
            inputLabel: { shrink: true },
            input: { endAdornment: <UsualRatios display={display} />, sx: { pr: 0.5 } },
          }}
          sx={{ width: 210 }}
        />
        {asked && !viewing && <ResolutionField sheet={asked} />}
        <TextField
          select
          size="small"
          label="Turned"
          value={lay.quarterTurns}
          onChange={({ target }) => chooseLay({ quarterTurns: Number(target.value) })}
          sx={{ width: 130 }}
        >
          {TURN_WORDS.map((word, turns) => (
            <MenuItem key={word} value={turns}>
              {word}
            </MenuItem>
          ))}
        </TextField>
        {planes.length > 1 && (
          <TextField
            select
            size="small"
            label="Lies on"
            value={laidOn(lay)}
            onChange={({ target }) => chooseLay({ levelId: target.value })}
            sx={{ width: 130 }}
          >
            {planes.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        )}
        <Button onClick={letGo}>Clear</Button>
        <Button variant="contained" onClick={bringInPicked}>
          {found.length === 1 ? 'Bring it in' : `Bring in ${found.length} pages`}
        </Button>
      </Stack>
    </Box>
  )
}

/** The ratios that drawings are usually made at, by the names that the job gives them. */
function UsualRatios({ display }: { display: LengthDisplay }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <IconButton
        size="small"
        aria-label="Usual scales"
        aria-haspopup="menu"
        onClick={({ currentTarget }) => setAnchor(currentTarget)}
      >
        <ArrowDropDownIcon fontSize="small" />
      </IconButton>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {usualRatios(display).map((each) => {
          const ratio = formatRatio(each, display)
          return (
            <MenuItem
              key={ratio}
              dense
              onClick={() => {
                chooseLay({ ratio })
                setAnchor(null)
              }}
            >
              {ratio}
            </MenuItem>
          )
        })}
      </Menu>
    </>
  )
}

function isRatio(text: string): boolean {
  try {
    return text.trim() === '' || parseRatio(text) > 0
  } catch {
    return false
  }
}

/** What the ratio will be where nothing is typed. */
function ratioHint(found: readonly NonNullable<ReturnType<typeof sheetOf>>[], display: LengthDisplay): string {
  const ratios = new Set(found.map(({ source, sheet }) => usualRatio(source, sheet, display)))
  const [only] = ratios
  if (ratios.size > 1 || only === undefined) return 'as each sheet says'
  if (found.some(({ sheet }) => isUnread(sheet))) return 'as it says, once read'
  const says = found.every(({ source, sheet }) => sheet.ratio || isFullSize(source, sheet))
  return `${formatRatio(only, display)} ${says ? 'as it says' : 'assumed'}`
}
