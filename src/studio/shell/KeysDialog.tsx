'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { TOOLS } from '@/studio/features/registry'
import type { Command } from '@/studio/kernel/command'
import type { DialogProps } from '@/studio/kernel/dialog'
import { DRAWER_NAMES, drawerOf } from '@/studio/kernel/drawer'
import { STEP_WORDS } from '@/studio/kernel/step'
import type { Tool } from '@/studio/kernel/tool'
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
  { keys: 'Arrows', does: 'move the view, or nudge what is selected' },
  { keys: 'Shift Arrows', does: 'lengthen what is selected' },
]

interface Group {
  readonly title: string
  readonly rows: readonly Row[]
}

const toolRow = (tool: Tool): Row => ({ keys: tool.key?.toUpperCase() ?? '', does: tool.word })

/** Tools that have a key, by the drawer in which they lie. */
function groupsOfTools(): Group[] {
  const keyed = TOOLS.filter((tool) => tool.steps.some((step) => keyIn(tool, step)))
  const drawers = DRAWER_NAMES.map((name) => ({
    title: `${drawerOf(name).word}, in ${STEP_WORDS[drawerOf(name).step]}`,
    rows: keyed.filter(({ drawer }) => drawer === name).map(toolRow),
  }))
  const front = { title: 'Tools', rows: keyed.filter(({ drawer }) => !drawer).map(toolRow) }
  const own = TOOLS.flatMap(({ word, keys = [] }) =>
    keys.map(({ key, does }) => ({ keys: key.toUpperCase(), does: `${does} (${word})` })),
  )
  return [front, ...drawers, { title: 'While a tool is in hand', rows: own }]
}

const commandRow = (command: Command): Row => ({ keys: shownKeys(command), does: command.does })

/** All keys by what they belong to. */
function groupsOfKeys(): Group[] {
  const keyed = COMMANDS.filter(({ keys }) => keys.length > 0)
  const isStep = ({ name }: Command) => name.startsWith('step-')
  return [
    { title: 'Steps, while nothing can be typed', rows: keyed.filter(isStep).map(commandRow) },
    { title: 'At any time', rows: keyed.filter((command) => !isStep(command)).map(commandRow) },
    ...groupsOfTools(),
    { title: 'While drawing', rows: HELD },
  ].filter(({ rows }) => rows.length > 0)
}

/** Every key on one page, by what it belongs to. */
export function KeysDialog({ answer }: DialogProps<void, void>) {
  const close = () => answer(null)
  return (
    <Dialog open onClose={close} maxWidth="lg" fullWidth>
      <DialogTitle>All keys</DialogTitle>
      <DialogContent tabIndex={0}>
        <Box sx={{ columnWidth: 250, columnGap: 4 }}>
          {groupsOfKeys().map(({ title, rows }) => (
            <Box key={title} component="section" aria-label={title} sx={{ breakInside: 'avoid', mb: 2 }}>
              <Typography variant="h3" sx={{ mb: 0.5 }}>
                {title}
              </Typography>
              <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: '92px 1fr', rowGap: '2px', m: 0 }}>
                {rows.map(({ keys, does }) => (
                  <Box key={`${keys} ${does}`} sx={{ display: 'contents' }}>
                    <Typography component="dt" variant="figure" sx={{ fontWeight: 600 }}>
                      {keys}
                    </Typography>
                    <Typography component="dd" sx={{ m: 0, fontSize: 13.5 }}>
                      {does}
                    </Typography>
                  </Box>
                ))}
              </Box>
            </Box>
          ))}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button component={Link} href="/help" target="_blank">
          Manual
        </Button>
        <Button onClick={close}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}
