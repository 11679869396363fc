'use client'

import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { settleConflict } from '@/studio/state/conflicts'
import { useProject } from '@/studio/state/project'

/** Two windows touched the same thing: the later one is asked. */
export function ConflictDialog() {
  const conflict = useProject((project) => project.conflict)
  const gone = conflict?.current.some(({ record }) => record === null)
  return (
    <Dialog open={conflict !== null}>
      <DialogTitle>Another window was faster</DialogTitle>
      <DialogContent>
        “{conflict?.change.label}” touches something that was {gone ? 'removed' : 'changed'} in another window
        meanwhile. Which of the two should hold?
      </DialogContent>
      <DialogActions>
        <Button onClick={() => void settleConflict('theirs')}>The other one</Button>
        <Button variant="contained" onClick={() => void settleConflict('mine')}>
          Mine
        </Button>
      </DialogActions>
    </Dialog>
  )
}
