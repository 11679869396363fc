import { COARSE } from './coarse'

/** Pixels: the height of a row of the index, and where a finger points. */
const ROW_PX = 32
const COARSE_ROW_PX = 44

/** The height of a row. */
export const ROW_HEIGHT = { height: ROW_PX, [COARSE]: { height: COARSE_ROW_PX } } as const

/** What can be done with a row stands at its end while it is pointed at or has the keyboard. */
export const ROW_ACTIONS = {
  position: 'absolute',
  right: 2,
  top: 0,
  height: ROW_PX - 1,
  display: 'flex',
  alignItems: 'center',
  bgcolor: 'inherit',
  opacity: 0,
  '.row:hover > &, .row:focus-within > &': { opacity: 1 },
  [COARSE]: { '.row[data-picked="true"] > &': { opacity: 1 } },
  '& .MuiIconButton-root': { p: 0.4 },
  '& svg': { fontSize: 16 },
} as const

/** A row of the index. */
export const INDEX_ROW = {
  position: 'relative',
  minHeight: ROW_PX,
  bgcolor: 'inherit',
  '&:hover': { bgcolor: 'background.default' },
} as const
