import CloseIcon from '@mui/icons-material/Close'
import IconButton from '@mui/material/IconButton'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'

/** Something that is offered on the board itself: a sentence, what a click does, and a way to be rid of it. */
export function BoardOffer({
  label,
  sentence,
  children,
  onClose,
}: {
  readonly label: string
  readonly sentence: ReactNode
  /** Buttons. */
  readonly children: ReactNode
  onClose(): void
}) {
  return (
    <Paper
      component="section"
      aria-label={label}
      sx={{
        position: 'absolute',
        zIndex: 1,
        left: '50%',
        bottom: 14,
        transform: 'translateX(-50%)',
        display: 'flex',
        alignItems: 'center',
        gap: 1.25,
        maxWidth: 'calc(100% - 24px)',
        pl: 2,
        pr: 0.75,
        py: 0.75,
        border: 1,
        borderColor: 'divider',
        borderRadius: 5,
        boxShadow: 3,
        '& .MuiButton-root': { flexShrink: 0, borderRadius: 4 },
      }}
    >
      <Typography sx={{ fontSize: 13.5, lineHeight: 1.3 }}>{sentence}</Typography>
      {children}
      <IconButton size="small" aria-label={`Close: ${label}`} onClick={onClose}>
        <CloseIcon sx={{ fontSize: 16 }} />
      </IconButton>
    </Paper>
  )
}
