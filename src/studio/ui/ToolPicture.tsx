import { keyframes } from '@emotion/react'
import Box from '@mui/material/Box'
import type { Picture } from '@/studio/kernel/picture'
import { toned } from './palette'

const drawn = keyframes`
  from { stroke-dashoffset: 1; }
  55%, to { stroke-dashoffset: 0; }
`

/** A picture of a tool. While what holds it has the class `moves`, or is pointed at, its red line draws itself. */
export function ToolPicture({ picture, size = 24 }: { readonly picture: Picture; readonly size?: number }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 24 24"
      aria-hidden
      sx={{
        width: size,
        height: size,
        flexShrink: 0,
        fill: 'none',
        strokeWidth: 1.4,
        strokeLinecap: 'round',
        strokeLinejoin: 'round',
        '.moves &, button:hover > &': {
          '& .does': { strokeDasharray: 1, animation: `${drawn} 1.6s ease-in-out infinite` },
        },
      }}
    >
      {picture.film && <Box component="path" d={picture.film} sx={{ fill: toned('film') }} />}
      {picture.ink && <Box component="path" d={picture.ink} sx={{ stroke: 'currentColor' }} />}
      <Box
        component="path"
        className="does"
        pathLength={1}
        d={picture.red}
        sx={{ stroke: toned('red'), strokeWidth: 1.8 }}
      />
    </Box>
  )
}
