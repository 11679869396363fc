'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import { TOOLS } from '@/studio/features/registry'
import type { DialogProps } from '@/studio/kernel/dialog'
import { STEP_WORDS, STEPS } from '@/studio/kernel/step'
import { COMMANDS, shownKeys } from './commands'
import { keyIn } from './keys'

interface Row {
  readonly keys: string
  readonly does: string
}

/** Keys that are held, or that mean something else in each tool: no commands. */
const HELD: readonly Row[] = [
  { keys: '0 to 9', does: 'type into the first field of the bench' },
  { keys: 'Tab', does: 'go on to the next field' },
  { keys: 'Enter', does: 'take what is typed, or end a chain' },
  { keys: 'Esc', does: 'give up what was begun, then the tool' },
  { keys: 'Shift', does: 'held: draw level, upright, at 45° or along the line last touched' },
  { keys: 'Ctrl', does: 'held: catch nothing' },
  { keys: 'N', does: 'go on to the next thing that can be caught' },
  { keys: 'Space', does: 'held: see the sheets without the tracing' },
  { keys: 'Shift Space', does: 'held: see the tracing alone' },
  { keys: 'Ctrl Space', does: 'held: see the active layer alone' },
  { keys: 'Arrows', does: 'move the view, or nudge what is picked' },
  { keys: 'Shift Arrows', does: 'lengthen what is picked' },
]

function rowsOfTools(): Row[] {
  return TOOLS.flatMap((tool) => {
    const steps = tool.steps.filter((step) => keyIn(tool, step))
    if (!tool.key || steps.length === 0) return []
    const where = steps.length < STEPS.length ? `, in ${steps.map((step) => STEP_WORDS[step]).join(' and ')}` : ''
    return [{ keys: tool.key.toUpperCase(), does: `${tool.word}${where}` }]
  })
}

const rowsOfToolKeys = (): Row[] =>
  TOOLS.flatMap(({ word, keys = [] }) =>
    keys.map(({ key, does }) => ({ keys: key.toUpperCase(), does: `${does}, while ${word} is in hand` })),
  )

/** Every key on one page. */
export function KeysDialog({ answer }: DialogProps<void, void>) {
  const close = () => answer(null)
  const commands = COMMANDS.map((command) => ({ keys: shownKeys(command), does: command.does }))
  const rows = [...rowsOfTools(), ...rowsOfToolKeys(), ...HELD, ...commands]
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth>
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
