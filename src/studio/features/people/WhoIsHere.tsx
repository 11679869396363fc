'use client'

import Avatar from '@mui/material/Avatar'
import ButtonBase from '@mui/material/ButtonBase'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import { useLight } from '@/studio/state/light'
import { followWindow, useOthers } from '@/studio/state/presence'
import { colourOf, initialsOf } from './colour'

const SIZE_PX = 26
/** As many as the bar has room for; the others are on the board all the same. */
const MOST = 5

/** The others who are in the project; a click follows what one of them looks at. */
export function WhoIsHere() {
  const windows = useOthers((others) => others.windows)
  const followed = useOthers((others) => others.followed)
  const light = useLight((now) => now.light)
  // Of somebody with several windows the one heard of last.
  const people = new Map([...windows.values()].sort((a, b) => a.heardAt - b.heardAt).map((each) => [each.who.id, each]))
  if (people.size === 0) return null
  return (
    <Stack direction="row" role="group" aria-label="Who is here" sx={{ gap: 0.25 }}>
      {[...people.values()].slice(-MOST).map(({ who, window }) => {
        const name = who.name || 'Somebody'
        const follows = followed === window
        return (
          <Tooltip
            key={who.id}
            title={follows ? `You follow ${name}. Click to stop.` : `${name} is here. Click to follow.`}
          >
            <ButtonBase
              aria-label={follows ? `Stop following ${name}` : `Follow ${name}`}
              aria-pressed={follows}
              onClick={() => followWindow(follows ? null : window)}
              sx={{ borderRadius: '50%', outline: follows ? '2px solid' : 'none', outlineColor: 'text.primary' }}
            >
              <Avatar
                sx={{
                  width: SIZE_PX,
                  height: SIZE_PX,
                  fontSize: 11,
                  fontWeight: 600,
                  bgcolor: colourOf(who.id, light),
                  color: 'background.paper',
                }}
              >
                {initialsOf(name)}
              </Avatar>
            </ButtonBase>
          </Tooltip>
        )
      })}
    </Stack>
  )
}
