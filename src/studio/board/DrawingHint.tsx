import Typography from '@mui/material/Typography'
import { useSheetPictures } from './sheets/sheet-pictures'
import { useTiles } from './sheets/tiles'

/** Says that a sharper picture is on its way; the sheet can be worked on meanwhile. */
export function DrawingHint() {
  const drawing = useSheetPictures(({ byUnderlay }) => [...byUnderlay.values()].some((pictures) => pictures.drawing))
  const fetching = useTiles(({ waiting }) => waiting > 0)
  if (!drawing && !fetching) return null
  return (
    <Typography
      data-testid="drawing"
      color="text.secondary"
      sx={{
        position: 'absolute',
        right: 8,
        bottom: 6,
        px: 0.75,
        fontSize: 12,
        bgcolor: 'background.paper',
        pointerEvents: 'none',
      }}
    >
      drawing the sheet …
    </Typography>
  )
}
