'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Slider from '@mui/material/Slider'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect } from 'react'
import { boxOf, grow } from '@/core/geometry/box'
import { shownDisplayOf } from '@/core/model/settings/schema'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { StrokesOffer } from '@/studio/board/sheets/StrokesOffer'
import { toolContext, workbench } from '@/studio/board/workbench'
import { choose, useBench, useOptions } from '@/studio/state/bench'
import { isPicture } from '@/studio/state/page-lines'
import { useProject } from '@/studio/state/project'
import { showBox } from '@/studio/state/view'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { CommittedField } from '@/studio/ui/CommittedField'
import { Keys } from '@/studio/ui/Keys'
import { proposalOptions } from './options'
import {
  accept,
  acceptWalls,
  allUnsure,
  askedProposal,
  byThickness,
  isElement,
  leave,
  openProposals,
  proposedWord,
  traceSheet,
  withThickness,
} from './proposals'
import { acceptElements, elementsInWords, outlineOf, sureElements } from './proposed-elements'
import { readWalls, sheetsToRead, useWallReading } from './read-walls'

/** How much shows around an unsure wall that is asked about. */
const AROUND_MM = 1500

/** The walls that a sheet seems to show: how sure they are, how thick, and taken all at once. */
export function ProposedWallsCard() {
  const records = useProject((project) => project.records)
  const levelId = useBench((bench) => bench.levelId)
  const { read, certainty, left, walking } = useOptions(proposalOptions)
  const { busy, problem } = useWallReading()
  const sheets = sheetsToRead(records, levelId)
  const sheet = sheets.find(({ id }) => id === read?.id) ?? sheets[0]
  const page = useProject(({ sources }) => (sheet ? sheetOf(sources, sheet.sheetId)?.sheet : undefined))
  const waits = page !== undefined && isPicture(page) && page.strokes !== 'traced'
  useEffect(() => {
    if (waits) return
    // What moved or was cropped since is read again.
    if (sheet && (sheet.id !== read?.id || sheet.placement !== read.placement || sheet.crop !== read.crop))
      void readWalls(sheet)
  }, [sheet, read, waits])
  const asked = askedProposal(toolContext())
  useEffect(() => {
    if (asked) showBox(grow(boxOf(isElement(asked) ? outlineOf(asked.element) : [asked.start, asked.end]), AROUND_MM))
  }, [asked])
  if (!sheet) return <Typography color="text.secondary">There is no sheet on this level to read walls from.</Typography>
  const open = openProposals(toolContext())
  const sure = open.filter((wall) => wall.certainty >= certainty)
  const unsure = allUnsure(toolContext()).length
  const beside = sureElements(toolContext())
  const openings = sure.reduce((sum, wall) => sum + wall.openings.length, 0)
  return (
    <Stack sx={{ gap: 1.5 }}>
      <Typography>
        What looks like a wall, a column, a grid line or a stair shows as a film over the sheet. Click one to make it;
        of walls with Shift all that hang together.
      </Typography>
      {sheets.length > 1 && (
        <TextField
          select
          size="small"
          label="Sheet"
          value={sheet.id}
          onChange={({ target }) => void readWalls(sheets.find(({ id }) => id === target.value)!)}
        >
          {sheets.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      )}
      {waits && <StrokesOffer sheet={page} name={sheet.name} before="to read walls from" />}
      <Box role="status" aria-live="polite">
        {busy && <Typography color="text.secondary">Reading the walls …</Typography>}
        {problem && <Typography color="error">{problem}</Typography>}
        {!waits && !busy && !problem && (
          <Typography>
            {open.length === 0
              ? 'Nothing more on this sheet looks like a wall.'
              : `${sure.length} of ${open.length} are sure enough, with ${openings} ${openings === 1 ? 'opening' : 'openings'}.`}
          </Typography>
        )}
      </Box>
      <Box sx={{ px: 1 }}>
        <Typography id="certainty" color="text.secondary" sx={{ fontSize: 12.5 }}>
          At least {Math.round(certainty * 100)} % sure
        </Typography>
        <Slider
          size="small"
          aria-labelledby="certainty"
          value={certainty}
          min={0.15}
          max={0.95}
          step={0.05}
          onChange={(_, value) => choose(proposalOptions, { certainty: value as number })}
        />
      </Box>
      {walking && asked ? (
        <Box
          role="group"
          aria-label={`Unsure ${proposedWord(asked)}`}
          sx={{ border: 1, borderColor: 'divider', borderRadius: 1, p: 1.5 }}
        >
          <Typography sx={{ mb: 1 }}>
            Is this a {proposedWord(asked)}? It is {Math.round(asked.certainty * 100)} % sure; {unsure}{' '}
            {unsure === 1 ? 'is' : 'are'} to be looked at.
          </Typography>
          <Stack direction="row" sx={{ gap: 1, '& button': { whiteSpace: 'nowrap', px: 1 } }}>
            <Button
              variant="outlined"
              onClick={() => workbench.carryOut({ ...accept(asked, toolContext()), pick: [] })}
            >
              Make it <Keys sx={{ ml: 1 }}>Y</Keys>
            </Button>
            <Button onClick={() => workbench.carryOut(leave(asked, toolContext()))}>
              Leave it <Keys sx={{ ml: 1 }}>N</Keys>
            </Button>
            <Button onClick={() => choose(proposalOptions, { walking: false })}>Stop</Button>
          </Stack>
        </Box>
      ) : (
        unsure > 0 && (
          <Button onClick={() => choose(proposalOptions, { walking: true })}>
            Walk through the {unsure} unsure {unsure === 1 ? 'one' : 'ones'}
          </Button>
        )
      )}
      {left.length > 0 && (
        <Button size="small" onClick={() => choose(proposalOptions, { left: [] })}>
          Show the {left.length} that {left.length === 1 ? 'was' : 'were'} left again
        </Button>
      )}
      <Thicknesses />
      <Button
        variant="contained"
        disabled={sure.length + beside.length === 0}
        onClick={() => workbench.carryOut(traceSheet(toolContext()))}
      >
        Trace it all: walls, openings, rooms
      </Button>
      <Button
        variant="outlined"
        disabled={sure.length === 0}
        onClick={() => workbench.carryOut(acceptWalls(sure, toolContext()))}
      >
        {sure.length === 0 ? 'Make walls' : sure.length === 1 ? 'Make this wall' : `Make these ${sure.length} walls`}
      </Button>
      {beside.length > 0 && (
        <Button variant="outlined" onClick={() => workbench.carryOut(acceptElements(beside, toolContext()))}>
          Make {elementsInWords(beside)}
        </Button>
      )}
    </Stack>
  )
}

/** Each thickness that was read, to be corrected for all alike. */
function Thicknesses() {
  const records = useProject((project) => project.records)
  const { walls, certainty } = useOptions(proposalOptions)
  const display = shownDisplayOf(records)
  const groups = byThickness(openProposals(toolContext()).filter((wall) => wall.certainty >= certainty))
  if (groups.length === 0) return null
  return (
    <Box component="table" sx={{ borderCollapse: 'collapse', width: '100%', '& td, & th': { py: 0.5 } }}>
      <thead>
        <Box component="tr" sx={{ fontSize: 12.5, color: 'text.secondary', textAlign: 'left' }}>
          <th scope="col">thickness</th>
          <Box component="th" scope="col" sx={{ textAlign: 'right' }}>
            walls
          </Box>
          <Box component="th" scope="col" sx={{ textAlign: 'right' }}>
            length
          </Box>
        </Box>
      </thead>
      <tbody>
        {groups.map((group) => (
          <Box component="tr" key={group.thicknessMm} sx={{ borderTop: 1, borderColor: 'divider' }}>
            <td>
              <CommittedField
                value={formatLength(group.thicknessMm, display, false)}
                slotProps={{ htmlInput: { 'aria-label': `Thickness of ${group.walls.length} walls` } }}
                sx={{ width: 96 }}
                onCommit={(text) => {
                  const thicknessMm = parseLength(text, display.unit)
                  if (!(thicknessMm > 0)) throw new Error('A wall has some thickness.')
                  choose(proposalOptions, { walls: withThickness(walls, group, thicknessMm) })
                }}
              />
            </td>
            <Box component="td" sx={{ textAlign: 'right' }}>
              <Typography variant="figure">{group.walls.length}</Typography>
            </Box>
            <Box component="td" sx={{ textAlign: 'right' }}>
              <Typography variant="figure">{formatLength(group.lengthMm, display)}</Typography>
            </Box>
          </Box>
        ))}
      </tbody>
    </Box>
  )
}
