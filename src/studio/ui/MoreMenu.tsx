'use client'

import MoreIcon from '@mui/icons-material/MoreHoriz'
import IconButton from '@mui/material/IconButton'
import ListItemText from '@mui/material/ListItemText'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'

/** Something that can be done with a row of a list. */
export interface MoreAction {
  readonly word: string
  /** Why it can't be done now; null where it can. */
  readonly why?: string | null
  run(): void
}

/** What else can be done with a row, behind three dots. */
export function MoreMenu({ of, actions }: { readonly of: string; readonly actions: readonly MoreAction[] }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <IconButton
        size="small"
        aria-label={`More for ${of}`}
        aria-haspopup="menu"
        onClick={({ currentTarget }) => setAnchor(currentTarget)}
      >
        <MoreIcon sx={{ fontSize: 18 }} />
      </IconButton>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        slotProps={{ list: { dense: true } }}
      >
        {actions.map(({ word, why = null, run }) => (
          <MenuItem
            key={word}
            disabled={why !== null}
            onClick={() => {
              setAnchor(null)
              run()
            }}
          >
            <ListItemText secondary={why ?? undefined}>{word}</ListItemText>
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}
