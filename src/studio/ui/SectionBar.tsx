import Box from '@mui/material/Box'
import type { LayerUse, WallLayer } from '@/core/model/wall-type/schema'

/** How layers are drawn by what they are for: hatchings of our own, told apart without colour as well. */
export const LAYER_FILLS: Readonly<Record<LayerUse, string>> = {
  bearing: 'repeating-linear-gradient(45deg, #155457 0 1px, #a9c4c4 1px 5px)',
  insulation: 'repeating-linear-gradient(0deg, #8a5a2b 0 1px, #f0e0c4 1px 4px)',
  cavity: '#fffdf8',
  finish: '#cfc4ac',
}

/** The layers of a wall side by side, to scale. */
export function SectionBar({ layers }: { readonly layers: readonly WallLayer[] }) {
  let fromMm = 0
  return (
    <Box aria-hidden sx={{ display: 'flex', flex: 1, border: '1px solid #155457' }}>
      {layers.map(({ thicknessMm, use }) => {
        const key = fromMm
        fromMm += thicknessMm
        return (
          <Box
            key={key}
            sx={{
              flex: `${thicknessMm} 0 0`,
              background: LAYER_FILLS[use],
              borderLeft: key > 0 ? '1px solid #155457' : 0,
            }}
          />
        )
      })}
    </Box>
  )
}
