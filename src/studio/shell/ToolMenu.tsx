'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { workbench } from '@/studio/board/workbench'
import { TOOLS } from '@/studio/features/registry'
import type { Tool } from '@/studio/kernel/tool'
import { useBench } from '@/studio/state/bench'
import { useLookedPart } from '@/studio/state/looked-part'
import { isOffered, keyIn } from './keys'

const WORDS: Record<NonNullable<Tool['group']>, string> = { build: 'Build', draw: 'Draw', change: 'Change' }

/** Tools of one group behind one button, which names the one in hand. */
export function ToolMenu({ group }: { group: NonNullable<Tool['group']> }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const step = useBench((bench) => bench.step)
  const inHand = useBench((bench) => bench.tool)
  const ofPart = useLookedPart() !== null
  const tools = TOOLS.filter((tool) => tool.group === group && isOffered(tool, ofPart))
  const current = tools.find((tool) => tool === inHand)
  return (
    <>
      <Button
        size="small"
        variant={current ? 'contained' : 'outlined'}
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={({ currentTarget }) => setAnchor(currentTarget)}
        sx={{ px: 1.25, minWidth: 0, whiteSpace: 'nowrap' }}
      >
        {current ? `${WORDS[group]}: ${current.word}` : `${WORDS[group]} …`}
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        // It is long: growing, it would carry its entries away from under the mouse.
        transitionDuration={0}
        anchorOrigin={{ vertical: 'top', horizontal: 'left' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ list: { 'aria-label': WORDS[group], dense: true } }}
      >
        {tools.map((tool) => {
          const key = keyIn(tool, step)
          return (
            <MenuItem
              key={tool.name}
              selected={tool === inHand}
              onClick={() => {
                setAnchor(null)
                workbench.take(tool)
              }}
              sx={{ minWidth: 168, display: 'flex', justifyContent: 'space-between', gap: 3 }}
            >
              {tool.word}
              {key && (
                <Box component="kbd" sx={{ font: '500 12px "IBM Plex Mono", monospace', color: 'text.secondary' }}>
                  {key.toUpperCase()}
                </Box>
              )}
            </MenuItem>
          )
        })}
      </Menu>
    </>
  )
}
