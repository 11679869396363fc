'use client'

import Box from '@mui/material/Box'
import { useState } from 'react'
import { BENCH_INPUT, BENCH_LABEL } from './bench-field'
import { useSay } from './say'

/** A value of the tool in hand that stays until it is changed; it goes back where it can't be read. */
export function ChoiceField({
  label,
  name,
  value,
  width = 70,
  onTake,
}: {
  readonly label: string
  readonly name: string
  readonly value: string
  readonly width?: number
  /** @throws Error with a sentence where the text can't be taken */
  readonly onTake: (text: string) => void
}) {
  const say = useSay()
  const [typed, setTyped] = useState<string | null>(null)
  const take = () => {
    if (typed === null) return
    setTyped(null)
    try {
      onTake(typed)
    } catch (error) {
      say((error as Error).message)
    }
  }
  return (
    <Box component="label" sx={BENCH_LABEL}>
      {label}
      <Box
        component="input"
        name={name}
        value={typed ?? value}
        autoComplete="off"
        onChange={({ target }: { target: HTMLInputElement }) => setTyped(target.value)}
        onBlur={take}
        onKeyDown={(event: React.KeyboardEvent<HTMLInputElement>) => {
          if (event.key === 'Enter') take()
          // In a dialog the keyboard stays, and Esc closes it; on the bench it goes back to the board.
          if (event.currentTarget.closest('[role="dialog"]')) return
          if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur()
          event.stopPropagation()
        }}
        sx={{
          ...BENCH_INPUT,
          width,
          font: '500 14px "IBM Plex Mono", monospace',
          color: 'text.primary',
          py: 0.35,
        }}
      />
    </Box>
  )
}
