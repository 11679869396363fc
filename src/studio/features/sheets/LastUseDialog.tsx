import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogContentText from '@mui/material/DialogContentText'
import DialogTitle from '@mui/material/DialogTitle'
import { api } from '@/studio/state/api'
import { askAbout, useBench } from '@/studio/state/bench'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { refreshSources } from '@/studio/state/sources'

/** Asks, when nothing of a file lies on the board any more, whether its pages shall stay at hand. */
export function LastUseDialog() {
  const sourceIds = useBench((bench) => bench.unused)
  const sources = useProject((project) => project.sources)
  const unused = sources.filter(({ id }) => sourceIds.includes(id))
  if (unused.length === 0) return null
  const names = unused.map(({ name }) => name).join(', ')
  const onClose = () => askAbout([])
  const drop = () => {
    onClose()
    Promise.all(unused.map(({ id }) => api.removeSource(id))).then(refreshSources, (error: Error) =>
      tell(error.message),
    )
  }
  return (
    <Dialog open onClose={onClose} aria-labelledby="last-use-title">
      <DialogTitle id="last-use-title">That was the last sheet of {names}</DialogTitle>
      <DialogContent>
        <DialogContentText>
          Its pages can stay under Bring in, to be used again; Undo needs them to put the sheet back.
        </DialogContentText>
      </DialogContent>
      <DialogActions>
        <Button color="error" onClick={drop}>
          Remove the file too
        </Button>
        <Button variant="contained" autoFocus onClick={onClose}>
          Keep its pages
        </Button>
      </DialogActions>
    </Dialog>
  )
}
