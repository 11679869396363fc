'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { useLookedPart } from '@/studio/features/parts/parts'
import type { Tool } from '@/studio/kernel/tool'
import { takeTool, useBench } from '@/studio/state/bench'
import { keyIn, TOOLS } from './tools'

const WORDS: Record<NonNullable<Tool['group']>, string> = { build: 'Build', draw: 'Draw', change: 'Change' }

/** Tools of one group behind one button, which names the one in hand. */
export function ToolMenu({ group }: { group: NonNullable<Tool['group']> }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const step = useBench((bench) => bench.step)
  const inHand = useBench((bench) => bench.tool)
  const ofPart = useLookedPart() !== null
  const tools = TOOLS.filter((tool) => tool.group === group && (ofPart || !tool.onPart))
  const current = tools.find(({ name }) => name === inHand)
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
        {tools
          .map((tool) => ({ ...tool, key: keyIn(tool, step) }))
          .map(({ name, word, key }) => (
            <MenuItem
              key={name}
              selected={name === inHand}
              onClick={() => {
                setAnchor(null)
                takeTool(name)
              }}
              sx={{ minWidth: 168, display: 'flex', justifyContent: 'space-between', gap: 3 }}
            >
              {word}
              {key && (
                <Box component="kbd" sx={{ font: '500 12px "IBM Plex Mono", monospace', color: 'text.secondary' }}>
                  {key.toUpperCase()}
                </Box>
              )}
            </MenuItem>
          ))}
      </Menu>
    </>
  )
}
