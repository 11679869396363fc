import Box from '@mui/material/Box'

/** The colour that a part of a sheet is drawn in, as a short stroke beside its name. */
export const PartColor = ({ color }: { color: string | null }) => (
  <Box
    aria-hidden
    sx={{ width: 14, height: 0, flexShrink: 0, borderTop: '3px solid', borderColor: color ?? 'text.secondary' }}
  />
)
