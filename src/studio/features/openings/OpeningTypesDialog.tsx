'use client'

import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { type OpeningType, openingTypesOf } from '@/core/model/opening-type/schema'
import type { DialogProps } from '@/studio/kernel/dialog'
import { ask } from '@/studio/state/dialogs'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'
import { LengthField } from '@/studio/ui/LengthField'
import { RatedFields } from '@/studio/ui/RatedFields'
import { LibraryLine } from '../library/feature'
import { libraryDialog } from '../library/options'
import { changeOpeningType, countOfOpeningType, removeOpeningType } from './opening-types'

/** The types of doors and windows of the project. */
export function OpeningTypesDialog({ answer }: DialogProps<void, void>) {
  const records = useProject((project) => project.records)
  const close = () => answer(null)
  const types = openingTypesOf(records)
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="opening-types-title">
      <DialogTitle id="opening-types-title">Types of doors and windows</DialogTitle>
      <DialogContent>
        {types.length === 0 && (
          <Typography color="text.secondary">
            There are none yet: pick a door or window and save it as a type, or save the sizes on the bench.
          </Typography>
        )}
        {types.map((type) => (
          <TypeRow key={type.id} type={type} count={countOfOpeningType(type.id, records)} />
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={() => void ask(libraryDialog, 'opening-type')}>From the library…</Button>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}

const SIZES = [
  ['widthMm', 'Width'],
  ['heightMm', 'Height'],
  ['sillMm', 'Sill'],
] as const

function TypeRow({ type, count }: { type: OpeningType; count: number }) {
  const change = (part: Partial<OpeningType>) => {
    const next = { ...type, ...part }
    if (!(next.widthMm > 0 && next.heightMm > 0 && next.sillMm >= 0))
      throw new Error('An opening has some width and height, and its sill is not below the foot of the wall.')
    changeOpeningType(next)
  }
  return (
    <Stack
      component="section"
      aria-label={type.name}
      direction="row"
      sx={{ gap: 1, alignItems: 'center', flexWrap: 'wrap', py: 1, borderBottom: 1, borderColor: 'divider' }}
    >
      <CommittedField
        label={`Name of the ${type.use}`}
        value={type.name}
        onCommit={(name) => name && change({ name: name.slice(0, 100) })}
        sx={{ flex: '1 0 160px' }}
      />
      {SIZES.map(([key, label]) => (
        <Box key={key} sx={{ width: 104 }}>
          <LengthField label={label} mm={type[key]} onTake={(mm) => change({ [key]: mm ?? 0 })} />
        </Box>
      ))}
      <RatedFields value={type} onChange={change} />
      <Typography variant="figure" sx={{ width: 80 }}>
        {count} placed
      </Typography>
      <IconButton size="small" aria-label={`Remove ${type.name}`} onClick={() => removeOpeningType(type)}>
        <CloseIcon sx={{ fontSize: 16 }} />
      </IconButton>
      <Box sx={{ width: '100%' }}>
        <LibraryLine record={type} />
      </Box>
    </Stack>
  )
}
