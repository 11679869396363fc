'use client'

import ShareIcon from '@mui/icons-material/GroupAddOutlined'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import { ask } from '@/studio/state/dialogs'
import { useProject } from '@/studio/state/project'
import { shareDialog } from './dialog'

/** Opens who works on the project; nothing shows where nobody signs in. */
export function ShareButton() {
  const you = useProject((project) => project.you.id)
  if (!you.startsWith('person:')) return null
  return (
    <Tooltip title="Share: people, links, programs">
      <IconButton size="small" aria-label="Share" onClick={() => void ask(shareDialog, undefined)}>
        <ShareIcon fontSize="small" />
      </IconButton>
    </Tooltip>
  )
}
