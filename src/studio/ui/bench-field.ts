/** A label over a field of the bench. */
export const BENCH_LABEL = {
  display: 'flex',
  flexDirection: 'column',
  fontSize: 11.5,
  color: 'text.secondary',
  lineHeight: 1.2,
  whiteSpace: 'nowrap',
} as const

/** The frame of a field of the bench. */
export const BENCH_INPUT = {
  bgcolor: 'background.default',
  border: 1,
  borderColor: 'divider',
  borderRadius: '3px',
  px: 1,
} as const
