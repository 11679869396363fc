'use client'

import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import List from '@mui/material/List'
import ListItem from '@mui/material/ListItem'
import ListItemText from '@mui/material/ListItemText'
import Stack from '@mui/material/Stack'
import { useState } from 'react'
import type { Refused } from '@/core/sync/server'
import { sendAgain } from '@/studio/state/conflicts'
import { useProject } from '@/studio/state/project'
import { forgetRefused } from '@/studio/state/sync'

/** What the server did not keep: it is held in the browser until the person says what becomes of it. */
export function RefusedChanges() {
  const refused = useProject((project) => project.refused)
  const name = useProject((project) => project.name)
  const [open, setOpen] = useState(false)
  if (refused.length === 0) return null
  return (
    <>
      <Button size="small" color="error" variant="outlined" onClick={() => setOpen(true)}>
        {refused.length} not kept
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} maxWidth="sm" fullWidth>
        <DialogTitle>Not kept on the server</DialogTitle>
        <DialogContent>
          These changes were made in this browser and are held in it. They are not part of the project.
          <List aria-label="Changes that were not kept" dense>
            {refused.map((each) => (
              <RefusedItem key={each.change.id} refused={each} />
            ))}
          </List>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => save(`${name} - not kept.json`, refused)}>Save as a file</Button>
          <Button variant="contained" onClick={() => setOpen(false)}>
            Close
          </Button>
        </DialogActions>
      </Dialog>
    </>
  )
}

function RefusedItem({ refused }: { refused: Refused }) {
  const { change, sentence } = refused
  const edits = change.edits.length === 1 ? '1 element' : `${change.edits.length} elements`
  return (
    <ListItem disableGutters sx={{ gap: 1, alignItems: 'flex-start' }}>
      <ListItemText primary={`${change.label} (${edits})`} secondary={sentence} />
      <Stack direction="row" sx={{ gap: 1, flexShrink: 0, mt: 0.5 }}>
        <Button
          size="small"
          variant="outlined"
          aria-label={`Send ${change.label} again`}
          onClick={() => sendAgain(refused)}
        >
          Send again
        </Button>
        <Button
          size="small"
          color="error"
          aria-label={`Discard ${change.label}`}
          onClick={() => forgetRefused(refused)}
        >
          Discard
        </Button>
      </Stack>
    </ListItem>
  )
}

/** Hands a file to the person. */
function save(name: string, refused: readonly Refused[]): void {
  const url = URL.createObjectURL(new Blob([JSON.stringify(refused, null, 1)], { type: 'application/json' }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 1000)
}
