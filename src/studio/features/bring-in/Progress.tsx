import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'

/** How far long work is, with a way to stop it. */
export function Progress({ label, part, onStop }: { label: string; part: number; onStop: () => void }) {
  const percent = Math.round(part * 100)
  return (
    <Stack direction="row" sx={{ alignItems: 'center', gap: 2, flexGrow: 1 }}>
      <Box sx={{ flexGrow: 1 }}>
        <Typography sx={{ fontSize: 13, mb: 0.5 }}>
          {label} · {percent} %
        </Typography>
        <LinearProgress variant="determinate" value={percent} aria-label={label} color="secondary" sx={{ height: 6 }} />
      </Box>
      <Button variant="outlined" size="small" onClick={onStop}>
        Stop
      </Button>
    </Stack>
  )
}
