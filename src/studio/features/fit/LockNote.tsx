import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import type { Underlay } from '@/core/model/underlay/schema'
import { put } from '@/studio/state/edits'

/** Says of picked sheets that some are locked, with the way to unlock them beside it. */
export function LockNote({ underlays }: { underlays: readonly Underlay[] }) {
  const locked = underlays.filter((underlay) => underlay.locked)
  if (locked.length === 0) return null
  const one = locked.length === 1
  return (
    <Alert
      severity="warning"
      icon={false}
      variant="outlined"
      sx={{ my: 1, py: 0.25, alignItems: 'center' }}
      action={
        <Button
          size="small"
          sx={{ whiteSpace: 'nowrap' }}
          onClick={() => put('Unlock sheet', ...locked.map((each) => ({ ...each, locked: false })))}
        >
          {one ? 'Unlock it' : 'Unlock them'}
        </Button>
      }
    >
      {one ? 'Locked: its place, size and crop stay.' : `${locked.length} are locked: place, size and crop stay.`}
    </Alert>
  )
}
