'use client'

import PersonIcon from '@mui/icons-material/PersonOutlined'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Tooltip from '@mui/material/Tooltip'
import { useQuery } from '@tanstack/react-query'
import Link from 'next/link'
import { useState } from 'react'
import { peopleApi } from '@/studio/state/people-api'

/** One's account and what comes with it; nothing shows where nobody signs in. */
export function AccountMenu() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const { data: me } = useQuery({ queryKey: ['me'], queryFn: peopleApi.me, staleTime: Number.POSITIVE_INFINITY })
  if (me?.kind !== 'person') return null
  const close = () => setAnchor(null)
  return (
    <>
      <Tooltip title={`Signed in as ${me.name}`}>
        <IconButton
          size="small"
          aria-label="Your account"
          aria-haspopup="menu"
          onClick={({ currentTarget }) => setAnchor(currentTarget)}
        >
          <PersonIcon fontSize="small" />
        </IconButton>
      </Tooltip>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={close}>
        <MenuItem component={Link} href="/account" onClick={close}>
          {me.name}: account and organisation
        </MenuItem>
        {me.administrator && (
          <MenuItem component={Link} href="/administration" onClick={close}>
            Look after this Calque
          </MenuItem>
        )}
        {me.administrator && (
          <MenuItem component={Link} href="/letters" onClick={close}>
            Letters
          </MenuItem>
        )}
        <MenuItem
          onClick={() => {
            close()
            // Its code comes only when it is needed: the board starts without it.
            void import('./sign-out').then(({ signOut }) => signOut())
          }}
        >
          Sign out
        </MenuItem>
      </Menu>
    </>
  )
}
