import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Tooltip from '@mui/material/Tooltip'
import { seatOf } from '@/core/model/member/placing'
import { SEATS, type Seat } from '@/core/model/member/schema'
import { type SectionShape, sizeOf } from '@/core/sections/shape'
import { SectionPath } from '@/studio/ui/SectionPicture'

const SIZE_PX = 132
/** The part of the picture that the section takes; the rest is left for offsets. */
const FILLED = 0.6

/** A section on its traced line, as seen from the start: a click on one of its points lays that on the line. */
export function SeatPicture({
  shape,
  seat,
  turnRad,
  acrossMm,
  upMm,
  mirrored,
  onChange,
}: {
  readonly shape: SectionShape
  readonly seat: Seat
  readonly turnRad: number
  readonly acrossMm: number
  readonly upMm: number
  readonly mirrored: boolean
  readonly onChange: (seat: Seat) => void
}) {
  const { widthMm, heightMm } = sizeOf(shape)
  const mmPerPx = Math.hypot(widthMm, heightMm) / (SIZE_PX * FILLED)
  const way = mirrored ? -1 : 1
  const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)]
  const on = seatOf(shape, seat)
  /** Where a point of the section is drawn: pixels from the middle of the picture. */
  const place = ({ x, y }: { x: number; y: number }) => {
    const [u, v] = [x * way, y]
    return { x: (u * cos + v * sin) / mmPerPx, y: (u * sin - v * cos) / mmPerPx }
  }
  // The section's box stays in the middle; the line lies where its point is, less the offset.
  const line = place({ x: on.x - acrossMm, y: on.y - upMm })
  const edge = SIZE_PX / 2 - 7
  const shown = { x: Math.max(-edge, Math.min(edge, line.x)), y: Math.max(-edge, Math.min(edge, line.y)) }
  return (
    <Box
      sx={{ position: 'relative', width: SIZE_PX, height: SIZE_PX, border: 1, borderColor: 'divider', flexShrink: 0 }}
    >
      <svg
        viewBox={[-SIZE_PX / 2, -SIZE_PX / 2, SIZE_PX, SIZE_PX].join(' ')}
        width={SIZE_PX}
        height={SIZE_PX}
        aria-hidden
        style={{ position: 'absolute', inset: 0 }}
      >
        <title>The section, seen from the start of the member</title>
        <g transform={`rotate(${(turnRad * 180) / Math.PI}) scale(${way / mmPerPx} ${1 / mmPerPx})`}>
          <SectionPath shape={shape} widthPx={mmPerPx} />
        </g>
        <path
          d={`M${shown.x - 14} ${shown.y}h28M${shown.x} ${shown.y - 14}v28`}
          stroke="#a8281c"
          strokeWidth={1.5}
          fill="none"
        />
        <circle cx={shown.x} cy={shown.y} r={4.5} fill="none" stroke="#a8281c" strokeWidth={1.5} />
      </svg>
      <ToggleButtonGroup
        exclusive
        aria-label="Point of the section that lies on the line"
        value={seat}
        onChange={(_, next: Seat | null) => next && onChange(next)}
        sx={{ position: 'absolute', inset: 0 }}
      >
        {SEATS.map((each) => {
          const at = place(seatOf(shape, each))
          return (
            <Tooltip key={each} title={`Its ${each} on the line`}>
              <ToggleButton
                value={each}
                aria-label={each}
                sx={{
                  position: 'absolute',
                  left: SIZE_PX / 2 + at.x - 8,
                  top: SIZE_PX / 2 + at.y - 8,
                  width: 16,
                  height: 16,
                  minWidth: 0,
                  p: 0,
                  border: 0,
                  bgcolor: 'transparent',
                  '&::after': {
                    content: '""',
                    width: each === 'centroid' ? 4 : 6,
                    height: each === 'centroid' ? 4 : 6,
                    border: '1px solid #123f43',
                    borderRadius: each === 'centroid' ? '50%' : 0,
                    bgcolor: 'background.paper',
                  },
                  '&:hover::after': { bgcolor: 'text.secondary' },
                  '&.Mui-selected': { bgcolor: 'transparent', zIndex: 1 },
                  '&.Mui-selected::after': { bgcolor: 'error.main', borderColor: 'error.main' },
                }}
              />
            </Tooltip>
          )
        })}
      </ToggleButtonGroup>
    </Box>
  )
}
