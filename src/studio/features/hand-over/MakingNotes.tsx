'use client'

import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Paper from '@mui/material/Paper'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { type Making, stopMaking, useMakings } from './makings'

/** Files that are being made, beside the card: each with how far it is and a way to stop it. What is made at once does not show. */
export function MakingNotes() {
  const makings = useMakings((state) => state.makings)
  return (
    <Stack sx={{ position: 'fixed', right: 312, bottom: 116, gap: 1, zIndex: 'snackbar', width: 300 }}>
      {makings.map((making) => (
        <MakingNote key={making.id} making={making} />
      ))}
    </Stack>
  )
}

function MakingNote({ making: { id, word, progress } }: { making: Making }) {
  return (
    <Paper role="status" elevation={3} sx={{ px: 1.5, py: 1 }}>
      <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between', gap: 1 }}>
        <Typography noWrap>Making {word} …</Typography>
        <Button size="small" aria-label={`Stop making ${word}`} onClick={() => void stopMaking(id)}>
          Stop
        </Button>
      </Stack>
      <LinearProgress
        aria-label={`Making ${word}`}
        variant={progress > 0 ? 'determinate' : 'indeterminate'}
        value={progress * 100}
      />
    </Paper>
  )
}
