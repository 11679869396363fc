'use client'

import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import FormControlLabel from '@mui/material/FormControlLabel'
import List from '@mui/material/List'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { LIBRARY_KINDS, type LibraryKindName, libraryKindOf } from '@/core/library/registry'
import type { DialogProps } from '@/studio/kernel/dialog'
import { LIBRARY, useRenewLibrary } from '@/studio/state/library'
import { libraryApi } from '@/studio/state/library-api'
import { useDisplay } from '@/studio/ui/display'
import { ItemRow } from './ItemRow'

const ALL = 'all'

/** What is kept beside all projects, to be taken into this one; every version of it. */
export function LibraryDialog({ asked, answer }: DialogProps<LibraryKindName | null, void>) {
  const close = () => answer(null)
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="library-title">
      <DialogTitle id="library-title">Library</DialogTitle>
      <DialogContent sx={{ height: '70vh', display: 'flex', flexDirection: 'column' }}>
        <Library sought={asked} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}

function Library({ sought }: { sought: LibraryKindName | null }) {
  const display = useDisplay()
  const [kind, setKind] = useState<LibraryKindName | typeof ALL>(sought ?? ALL)
  const [text, setText] = useState('')
  const [removed, setRemoved] = useState(false)
  const query = useQuery({ queryKey: [...LIBRARY, { removed }], queryFn: () => libraryApi.items(removed) })
  const words = text.trim().toLowerCase()
  const items = (query.data ?? []).filter(
    (item) =>
      (kind === ALL || item.kind === kind) &&
      `${item.name} ${libraryKindOf(item).factsOf(item.record, display)}`.toLowerCase().includes(words),
  )
  const renew = useRenewLibrary()
  return (
    <>
      <Stack direction="row" sx={{ gap: 1.5, pt: 1, pb: 1.5, alignItems: 'center' }}>
        <TextField
          size="small"
          label="Name or content"
          value={text}
          onChange={({ target }) => setText(target.value)}
          sx={{ flex: 1 }}
        />
        <TextField
          select
          size="small"
          label="Kind"
          value={kind}
          onChange={({ target }) => setKind(target.value as LibraryKindName | typeof ALL)}
          sx={{ width: 230 }}
        >
          <MenuItem value={ALL}>everything</MenuItem>
          {LIBRARY_KINDS.map((each) => (
            <MenuItem key={each} value={each}>
              {libraryKindOf({ kind: each }).words[1]}
            </MenuItem>
          ))}
        </TextField>
        <FormControlLabel
          control={<Switch size="small" checked={removed} onChange={(_, on) => setRemoved(on)} />}
          label="Taken out"
        />
      </Stack>
      {items.length === 0 && (
        <Typography color="text.secondary">
          {query.isPending ? 'Loading …' : (query.error?.message ?? emptySentence(removed, words !== '', kind))}
        </Typography>
      )}
      <List aria-label="Library" sx={{ flex: 1, overflow: 'auto', p: 0 }}>
        {items.map((item) => (
          <ItemRow key={`${item.shelf} ${item.id}`} item={item} removed={removed} onChanged={renew} />
        ))}
      </List>
    </>
  )
}

function emptySentence(removed: boolean, searched: boolean, kind: LibraryKindName | typeof ALL): string {
  if (searched) return 'Nothing in the library is called so or holds that.'
  if (removed) return 'Nothing was taken out of the library.'
  const what = kind === ALL ? 'symbols, types, sections and price books' : libraryKindOf({ kind }).words[1]
  return `The library holds ${what} for every project. It has none yet: keep one with “Keep in the library” where it is listed.`
}
