import Typography from '@mui/material/Typography'

export const SeparatorNote = () => (
  <Typography color="text.secondary">It ends a room where there is no wall.</Typography>
)
