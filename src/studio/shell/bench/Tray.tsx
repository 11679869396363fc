'use client'

import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Paper from '@mui/material/Paper'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { toolContext } from '@/studio/board/workbench'
import { drawerOf } from '@/studio/kernel/drawer'
import type { Step } from '@/studio/kernel/step'
import { EMPTY_SESSION, type Tool } from '@/studio/kernel/tool'
import { Keys } from '@/studio/ui/Keys'
import { ToolPicture } from '@/studio/ui/ToolPicture'
import { keyIn } from '../keys'
import type { FilledDrawer } from './drawers'

/** Pictures in a row. */
const IN_A_ROW = 5

/** An open drawer: each tool with its picture, its word and its key, and what the one that is pointed at does. */
export function Tray({
  drawer: { name, tools },
  step,
  inHand,
  onTake,
}: {
  readonly drawer: FilledDrawer
  readonly step: Step
  readonly inHand: Tool
  onTake(tool: Tool): void
}) {
  const [pointed, setPointed] = useState<Tool | null>(null)
  const told = pointed ?? tools.find((tool) => tool === inHand) ?? tools[0]!
  return (
    <Paper
      role="group"
      aria-label={`Drawer: ${drawerOf(name).word}`}
      sx={{
        position: 'absolute',
        zIndex: 2,
        left: 0,
        bottom: '100%',
        width: 'min(560px, 100vw)',
        p: 1,
        border: 1,
        borderColor: 'divider',
        borderRadius: '8px 8px 0 0',
        boxShadow: 4,
      }}
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: `repeat(${IN_A_ROW}, 1fr)`, gap: 0.5 }}>
        {tools.map((tool) => {
          const key = keyIn(tool, step)
          return (
            <ButtonBase
              key={tool.name}
              aria-pressed={tool === inHand}
              aria-keyshortcuts={key ?? undefined}
              onClick={() => onTake(tool)}
              onPointerEnter={() => setPointed(tool)}
              onFocus={() => setPointed(tool)}
              sx={{
                position: 'relative',
                display: 'flex',
                flexDirection: 'column',
                justifyContent: 'start',
                gap: 0.5,
                minHeight: 76,
                px: 0.5,
                pt: 1,
                pb: 0.5,
                borderRadius: 1,
                border: 1,
                borderColor: tool === inHand ? 'text.primary' : 'transparent',
                bgcolor: tool === inHand ? 'background.default' : 'transparent',
                fontSize: 12.5,
                lineHeight: 1.2,
                textAlign: 'center',
                '&:hover': { bgcolor: 'background.default' },
              }}
            >
              {tool.picture && <ToolPicture picture={tool.picture} size={32} />}
              {tool.word}
              {key && (
                <Keys aria-hidden sx={{ position: 'absolute', top: 3, right: 6, fontSize: 11 }}>
                  {key.toUpperCase()}
                </Keys>
              )}
            </ButtonBase>
          )
        })}
      </Box>
      <Stack
        direction="row"
        className="moves"
        sx={{ alignItems: 'center', gap: 1, mt: 0.5, pt: 0.75, px: 0.75, borderTop: 1, borderColor: 'divider' }}
      >
        {told.picture && <ToolPicture key={told.name} picture={told.picture} size={28} />}
        <Typography sx={{ fontSize: 13, minHeight: 34, display: 'flex', alignItems: 'center' }} color="text.secondary">
          {told.word}: {told.say(EMPTY_SESSION, toolContext())}
        </Typography>
      </Stack>
    </Paper>
  )
}
