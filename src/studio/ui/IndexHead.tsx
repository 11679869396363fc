import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { INDEX_ROW, ROW_ACTIONS, ROW_HEIGHT } from './index-row'

/** The head of a place in the index: a level, a work plane, a part. A click works there; what it is opens below. */
export function IndexHead({
  name,
  label,
  hint,
  figure,
  marked,
  pressed,
  onClick,
  actions,
  children,
}: {
  readonly name: string
  /** What the click does, for who can't see it. */
  readonly label: string
  readonly hint: string
  /** What stands at its end. */
  readonly figure: ReactNode
  /** Whether it is worked on. */
  readonly marked: boolean
  readonly pressed: boolean
  onClick(): void
  readonly actions: ReactNode
  readonly children?: ReactNode
}) {
  return (
    <Box
      className="row"
      data-picked={pressed}
      sx={{ ...INDEX_ROW, mt: 0.75, borderLeft: 3, borderLeftColor: marked ? 'error.main' : 'transparent' }}
    >
      <Tooltip title={hint} placement="right">
        <ButtonBase
          aria-label={label}
          aria-pressed={pressed}
          onClick={onClick}
          sx={{ ...ROW_HEIGHT, width: '100%', pl: 0.75, pr: 1, gap: 1, justifyContent: 'space-between' }}
        >
          <Typography variant="h3" component="span" noWrap>
            {name}
          </Typography>
          <Typography component="span" noWrap color="text.secondary" sx={{ flexShrink: 0, fontSize: 12 }}>
            {figure}
          </Typography>
        </ButtonBase>
      </Tooltip>
      <Stack direction="row" sx={ROW_ACTIONS}>
        {actions}
      </Stack>
      {children}
    </Box>
  )
}

/** Something that can be done with a row. */
export function IndexAction({
  label,
  hint = label,
  disabled = false,
  onClick,
  children,
}: {
  readonly label: string
  readonly hint?: string
  readonly disabled?: boolean
  onClick(): void
  readonly children: ReactNode
}) {
  return (
    <Tooltip title={hint}>
      <span>
        <IconButton size="small" aria-label={label} disabled={disabled} onClick={onClick}>
          {children}
        </IconButton>
      </span>
    </Tooltip>
  )
}
