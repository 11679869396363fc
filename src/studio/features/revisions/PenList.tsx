import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import FormControlLabel from '@mui/material/FormControlLabel'
import Switch from '@mui/material/Switch'
import Typography from '@mui/material/Typography'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Box as PlaneBox } from '@/core/geometry/box'
import { counted } from '@/core/units/format'
import { comparePens } from './compare'
import type { Compared } from './store'

/** What differs in its pen alone: hidden unless somebody asks, since no line of it is another. */
export function PenList({
  compared,
  pages,
  onLook,
}: {
  readonly compared: Compared
  readonly pages: { readonly older: string; readonly newer: string }
  /** @param box in points of the older page */
  readonly onLook: (box: PlaneBox) => void
}) {
  const [shown, setShown] = useState(false)
  const { map } = compared.found.registration
  const pens = useQuery({
    queryKey: ['pens', pages.older, pages.newer, map],
    queryFn: () => comparePens(pages, map),
    enabled: shown,
  })
  return (
    <Box component="section" aria-label="Pens" sx={{ mt: 1 }}>
      <FormControlLabel
        control={<Switch size="small" checked={shown} onChange={(_, on) => setShown(on)} />}
        label="Also lines of which only the pen changed"
      />
      {shown && (
        <Typography role="status" color="text.secondary" sx={{ fontSize: 12.5 }}>
          {pens.isPending
            ? 'Comparing pens …'
            : (pens.error?.message ??
              (pens.data?.length === 0 ? 'All lines that stayed have the pen that they had.' : ''))}
        </Typography>
      )}
      {shown &&
        pens.data?.map(({ before, after, lines, box }) => (
          <ButtonBase
            key={`${before} ${after}`}
            onClick={() => onLook(box)}
            sx={{
              display: 'block',
              width: '100%',
              textAlign: 'left',
              py: 0.5,
              borderBottom: 1,
              borderColor: 'divider',
            }}
          >
            <Typography component="span" sx={{ fontSize: 13.5 }}>
              {counted(lines, 'line')}: {before} became {after}
            </Typography>
          </ButtonBase>
        ))}
    </Box>
  )
}
