'use client'

import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import InputBase from '@mui/material/InputBase'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { ON_ALL_LEVELS } from '@/core/model/traced'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { addPlane, PlaneHeading } from '@/studio/features/frames/feature'
import { addLevel, LevelHeading, OnOneLevel } from '@/studio/features/levels/feature'
import { beginPart, PartHeading } from '@/studio/features/parts/feature'
import { DropPlace, SheetDragging, SheetList, SheetsBar } from '@/studio/features/sheets/feature'
import { lookAlone, useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { idsOf, nameOf, type Place, type PlaceKind, placesOf } from './places'
import { TracedRow } from './TracedRow'

/** From so many sheets on they can be looked for by a name. */
const FILTER_FROM = 12

const KINDS: readonly (readonly [kind: PlaceKind, title: string])[] = [
  ['level', 'Levels'],
  ['plane', 'Work planes'],
  ['part', 'Parts'],
]

/** One list of everything: each level, plane and part with its sheets and what was traced there. */
export function ProjectIndex() {
  const records = useProject((project) => project.records)
  const mayEdit = useProject((project) => project.may.has('edit'))
  const solo = useBench((bench) => bench.solo)
  const picked = useBench((bench) => bench.selection)
  const [wanted, setWanted] = useState('')
  const sheets = [...underlaysOf(records)].reverse()
  const found = sheets.filter(({ name }) => name.toLowerCase().includes(wanted.trim().toLowerCase()))
  const places = placesOf(records)
  const on = (place: Place) => found.filter(({ levelId }) => idsOf(place).includes(levelId))
  const order = places.flatMap((place) => on(place).map(({ id }) => id))
  const pickedSheets = sheets.filter(({ id }) => picked.includes(id))
  return (
    <>
      {sheets.length >= FILTER_FROM && (
        <InputBase
          fullWidth
          type="search"
          placeholder="Filter sheets"
          value={wanted}
          onChange={({ target }) => setWanted(target.value)}
          inputProps={{ 'aria-label': 'Filter sheets' }}
          sx={{ mb: 0.5, px: 1, fontSize: 13, border: 1, borderColor: 'divider', borderRadius: 1 }}
        />
      )}
      {solo && (
        <Button fullWidth size="small" variant="contained" color="error" onClick={() => lookAlone(null)}>
          {solo.length === 1 ? 'One sheet alone' : `${solo.length} sheets alone`}: show all again
        </Button>
      )}
      {pickedSheets.length > 1 && <SheetsBar underlays={pickedSheets} />}
      <SheetDragging>
        {KINDS.map(([kind, title]) => (
          <Box key={kind} component="section" aria-label={title}>
            {places
              .filter((place) => place.kind === kind)
              .map((place) => (
                <Box key={idsOf(place)[0] ?? nameOf(place)} component="section" aria-label={nameOf(place)}>
                  <DropPlace placeId={idsOf(place)[0] ?? ''}>
                    <Heading place={place} />
                  </DropPlace>
                  <SheetList of={nameOf(place)} underlays={on(place)} order={order} />
                  <TracedRow placeIds={idsOf(place)} />
                </Box>
              ))}
            {kind === 'level' && <OnOneLevel />}
            {kind === 'level' && <TracedRow placeIds={[ON_ALL_LEVELS]} />}
          </Box>
        ))}
      </SheetDragging>
      {sheets.length === 0 && (
        <Typography color="text.secondary" sx={{ fontSize: 13, px: 1, pt: 1 }}>
          No sheets yet. Bring one in: it lies beneath the tracing.
        </Typography>
      )}
      {mayEdit && <Adding />}
    </>
  )
}

function Heading({ place }: { readonly place: Place }) {
  switch (place.kind) {
    case 'level':
      return <LevelHeading level={place.level} />
    case 'plane':
      return <PlaneHeading plane={place.plane} />
    case 'part':
      return <PartHeading part={place.part} />
  }
}

/** What can be added to the list. */
function Adding() {
  const all: readonly (readonly [label: string, word: string, add: () => void])[] = [
    ['Add a level', 'Level', addLevel],
    ['Add a work plane', 'Plane', addPlane],
    ['Begin a part', 'Part', beginPart],
  ]
  return (
    <Stack direction="row" sx={{ mt: 1.25, pt: 0.5, borderTop: 1, borderColor: 'divider' }}>
      {all.map(([label, word, add]) => (
        <Button
          key={word}
          size="small"
          aria-label={label}
          startIcon={<AddIcon />}
          onClick={add}
          sx={{ flex: 1, minWidth: 0, px: 0.5, color: 'text.secondary', '& .MuiButton-startIcon': { mr: 0.25, ml: 0 } }}
        >
          {word}
        </Button>
      ))}
    </Stack>
  )
}
