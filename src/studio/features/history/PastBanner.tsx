import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import dayjs from 'dayjs'
import { backToNow, bringBack } from '@/studio/state/history'
import { useProject } from '@/studio/state/project'

/** Says over the board that a past state is looked at, and the two ways on. */
export function PastBanner() {
  const past = useProject((project) => project.past)
  if (!past) return null
  return (
    <Box
      role="status"
      sx={{
        position: 'absolute',
        top: 12,
        left: '50%',
        transform: 'translateX(-50%)',
        display: 'flex',
        alignItems: 'center',
        gap: 1.5,
        px: 2,
        py: 1,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'error.main',
        zIndex: 3,
        whiteSpace: 'nowrap',
      }}
    >
      <Typography>As it was on {dayjs(past.madeAt).format('D MMMM, HH:mm:ss')}</Typography>
      <Button size="small" variant="contained" onClick={bringBack}>
        Bring it back
      </Button>
      <Button size="small" variant="outlined" onClick={backToNow}>
        Back to now
      </Button>
    </Box>
  )
}
