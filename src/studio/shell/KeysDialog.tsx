'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import { STEP_WORDS, STEPS } from '@/studio/kernel/step'
import { useBench } from '@/studio/state/bench'
import { keyIn, TOOLS } from './tools'
import { KEYS } from './use-keys'

/** Every key on one page. */
export function KeysDialog() {
  const open = useBench((bench) => bench.keysOpen)
  const close = () => useBench.setState({ keysOpen: false })
  const rows = [
    ...TOOLS.map((tool) => ({ ...tool, steps: tool.steps.filter((step) => keyIn(tool, step)) })).flatMap(
      ({ key, word, steps }) =>
        key && steps.length > 0
          ? [
              {
                keys: key.toUpperCase(),
                does: `${word}${steps.length < STEPS.length ? `, in ${steps.map((step) => STEP_WORDS[step]).join(' and ')}` : ''}`,
              },
            ]
          : [],
    ),
    ...TOOLS.flatMap(({ word, keys = [] }) =>
      keys.map(({ key, does }) => ({ keys: key.toUpperCase(), does: `${does}, while ${word} is in hand` })),
    ),
    ...KEYS,
  ]
  return (
    <Dialog open={open} onClose={close} maxWidth="md" fullWidth>
      <DialogTitle>All keys</DialogTitle>
      <DialogContent tabIndex={0}>
        <Box
          component="dl"
          sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr auto 1fr', columnGap: 2.5, rowGap: 0.5, m: 0 }}
        >
          {rows.map(({ keys, does }) => (
            <Box key={`${keys} ${does}`} sx={{ display: 'contents' }}>
              <Typography component="dt" variant="figure" sx={{ fontWeight: 600 }}>
                {keys}
              </Typography>
              <Typography component="dd" sx={{ m: 0 }}>
                {does}
              </Typography>
            </Box>
          ))}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}
