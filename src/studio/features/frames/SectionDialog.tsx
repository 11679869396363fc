'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { DENSITY_KG_PER_M3 } from '@/core/building/members'
import { ownSections, sectionOf } from '@/core/model/section/schema'
import { CATALOGUE, FAMILIES, searchSections } from '@/core/sections/catalogue'
import { propertiesOf } from '@/core/sections/properties'
import type { Section } from '@/core/sections/section'
import { sizeOf } from '@/core/sections/shape'
import type { DialogProps } from '@/studio/kernel/dialog'
import { ask } from '@/studio/state/dialogs'
import { useProject } from '@/studio/state/project'
import { SectionPicture } from '@/studio/ui/SectionPicture'
import { LibraryLine } from '../library/feature'
import { libraryDialog } from '../library/options'
import { OwnSectionForm } from './OwnSectionForm'

const OWN = 'Own'
/** As many as a person looks through. */
const MOST_SHOWN = 60
const PICTURE_PX = 76

interface Choice {
  readonly id: string
  readonly section: Section
}

/** The catalogue: every section drawn to one size, found by name or by size. */
export function SectionDialog({ answer }: DialogProps<void, string>) {
  const close = () => answer(null)
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="sections-title">
      <DialogTitle id="sections-title">Sections</DialogTitle>
      <Sections onTake={answer} />
      <DialogActions>
        <Button onClick={() => void ask(libraryDialog, 'section')}>From the library…</Button>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}

function Sections({ onTake }: { onTake: (sectionId: string) => void }) {
  const records = useProject((project) => project.records)
  const [text, setText] = useState('')
  const [family, setFamily] = useState(FAMILIES[0]!.name)
  const own = ownSections(records).flatMap(({ id }): Choice[] => {
    const section = sectionOf(id, records)
    return section ? [{ id, section }] : []
  })
  const catalogued = (sections: readonly Section[]): Choice[] =>
    sections.map((section) => ({ id: section.name, section }))
  const found = text.trim()
    ? [
        ...own.filter(({ section }) => section.name.toLowerCase().includes(text.trim().toLowerCase())),
        ...catalogued(searchSections(text)),
      ]
    : family === OWN
      ? own
      : catalogued(CATALOGUE.filter((section) => section.family === family))
  const shown = found.slice(0, MOST_SHOWN)
  const largest = Math.max(1, ...shown.map(({ section }) => Math.max(...Object.values(boxOf(section)))))
  const about = FAMILIES.find(({ name }) => name === family)
  return (
    <DialogContent sx={{ height: '70vh', display: 'flex', flexDirection: 'column' }}>
      <Stack direction="row" sx={{ gap: 1.5, pt: 1, pb: 1.5 }}>
        <TextField
          size="small"
          autoFocus
          label="Name or size, such as IPE 200 or 50x200"
          value={text}
          onChange={({ target }) => setText(target.value)}
          sx={{ flex: 1 }}
        />
        <TextField
          select
          size="small"
          label="Family"
          value={family}
          onChange={({ target }) => {
            setFamily(target.value)
            setText('')
          }}
          sx={{ width: 230 }}
        >
          {FAMILIES.map(({ name, about: words }) => (
            <MenuItem key={name} value={name}>
              {name}: {words}
            </MenuItem>
          ))}
          <MenuItem value={OWN}>Own sections of this project</MenuItem>
        </TextField>
      </Stack>
      <Typography color="text.secondary" sx={{ fontSize: 12.5, pb: 1 }}>
        {text.trim()
          ? `${found.length === 1 ? '1 section' : `${found.length} sections`} found`
          : family === OWN
            ? 'Sections of your own, by sizes or from an outline that you traced.'
            : `${about?.about}, sizes after ${about?.standard}. All are drawn to one scale.`}
        {found.length > shown.length && `; the first ${shown.length} are shown`}
      </Typography>
      {family === OWN && !text.trim() && (
        <>
          <OwnSectionForm onMade={onTake} />
          {ownSections(records).map((section) => (
            <Stack key={section.id} direction="row" sx={{ alignItems: 'center', gap: 1 }}>
              <Typography sx={{ fontSize: 13, fontWeight: 600 }}>{section.name}</Typography>
              <LibraryLine record={section} />
            </Stack>
          ))}
        </>
      )}
      <Box
        component="ul"
        aria-label="Sections"
        sx={{
          flex: 1,
          overflow: 'auto',
          listStyle: 'none',
          m: 0,
          p: 0.5,
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(126px, 1fr))',
          alignContent: 'start',
          gap: 1,
        }}
      >
        {shown.map(({ id, section }) => (
          <Box component="li" key={id}>
            <SectionCard section={section} pxPerMm={PICTURE_PX / largest} onClick={() => onTake(id)} />
          </Box>
        ))}
      </Box>
    </DialogContent>
  )
}

const boxOf = ({ shape }: Section) => {
  const { widthMm, heightMm } = sizeOf(shape)
  return { widthMm, heightMm }
}

function SectionCard({ section, pxPerMm, onClick }: { section: Section; pxPerMm: number; onClick: () => void }) {
  const { areaMm2, aboutLevelMm4, aboutUprightMm4 } = propertiesOf(section.shape)
  const kgPerM = (areaMm2 / 1e6) * DENSITY_KG_PER_M3[section.stuff]
  const cm4 = (mm4: number) => (mm4 / 1e4).toPrecision(4)
  return (
    <ButtonBase
      onClick={onClick}
      title={`Second moments ${cm4(aboutLevelMm4)} and ${cm4(aboutUprightMm4)} cm⁴`}
      sx={{
        width: '100%',
        height: '100%',
        p: 1,
        border: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
        flexDirection: 'column',
        gap: 0.5,
        '&:hover, &.Mui-focusVisible': { borderColor: 'error.main' },
      }}
    >
      <Box sx={{ height: PICTURE_PX + 4, display: 'grid', placeItems: 'center' }}>
        <SectionPicture shape={section.shape} pxPerMm={pxPerMm} name={section.name} />
      </Box>
      <Typography sx={{ fontSize: 13, fontWeight: 600 }}>{section.name}</Typography>
      <Typography variant="figure" color="text.secondary" sx={{ fontSize: 11.5 }}>
        {(areaMm2 / 100).toPrecision(3)} cm² · {kgPerM.toPrecision(3)} kg/m
      </Typography>
    </ButtonBase>
  )
}
