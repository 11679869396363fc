'use client'

import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { MENUS } from '@/studio/features/registry'
import type { MenuEntry } from '@/studio/kernel/menu'
import type { Now } from '@/studio/kernel/now'
import { askMenu, useBoardMenu } from '@/studio/state/board-menu'
import { useNow } from '@/studio/state/now'
import { useProject } from '@/studio/state/project'
import { Keys } from '@/studio/ui/Keys'
import { commandsNow, shownKeys } from './commands'

const onGround = (now: Now): MenuEntry[] =>
  commandsNow(now)
    .filter((command) => command.onGround)
    .map((command) => ({ word: command.word, keys: shownKeys(command), run: command.run }))

/** What can be done where somebody asked on the board. */
export function BoardMenu() {
  const asked = useBoardMenu((menu) => menu.asked)
  const now = useNow()
  const record = useProject(({ records }) => (asked?.id ? (records.get(asked.id) ?? null) : null))
  if (!asked) return null
  const entries = record ? MENUS.flatMap((menu) => menu(record, now)) : onGround(now)
  const close = () => askMenu(null)
  return (
    <Menu
      open
      onClose={close}
      anchorReference="anchorPosition"
      anchorPosition={{ left: asked.at.x, top: asked.at.y }}
      transitionDuration={0}
      slotProps={{ list: { 'aria-label': 'What can be done here', dense: true } }}
      onContextMenu={(event) => {
        event.preventDefault()
        close()
      }}
    >
      {entries.map(({ word, keys, run }) => (
        <MenuItem
          key={word}
          onClick={() => {
            close()
            run()
          }}
          sx={{ minWidth: 190, display: 'flex', justifyContent: 'space-between', gap: 3 }}
        >
          {word}
          {keys && <Keys>{keys}</Keys>}
        </MenuItem>
      ))}
    </Menu>
  )
}
