import Box, { type BoxProps } from '@mui/material/Box'
import { FIGURE_FONT } from './figure-font'

/** A key as people write it. */
export function Keys({ children, sx, ...rest }: BoxProps) {
  return (
    <Box
      component="kbd"
      {...rest}
      sx={[{ fontFamily: FIGURE_FONT, fontWeight: 500, fontSize: 12, color: 'text.secondary' }, ...[sx ?? {}].flat()]}
    >
      {children}
    </Box>
  )
}
