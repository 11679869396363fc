'use client'

import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { setChoices, useBench } from '../bench-store'
import type { Choices } from '../tools/tool'

/** What the next known length states. */
export function StatedChoice() {
  const value = useBench((bench) => bench.choices.statedAlong)
  return (
    <OneOf
      label="What the length states"
      value={value}
      words={{ distance: 'distance', along: 'along only', across: 'across only' }}
      onChange={(statedAlong) => setChoices({ statedAlong })}
    />
  )
}

/** What laying a sheet onto points may do to it. */
export function TieChoice() {
  const value = useBench((bench) => bench.choices.tieKind)
  return (
    <OneOf
      label="What laying may change"
      value={value}
      words={{
        rigid: 'keep size',
        similarity: 'scale',
        affine: 'unstretch',
        homography: 'photo',
      }}
      onChange={(tieKind) => setChoices({ tieKind })}
    />
  )
}

interface OneOfProps<T extends string> {
  readonly label: string
  readonly value: T
  readonly words: Readonly<Record<T, string>>
  readonly onChange: (value: T) => void
}

function OneOf<T extends Choices['statedAlong'] | Choices['tieKind']>({
  label,
  value,
  words,
  onChange,
}: OneOfProps<T>) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      aria-label={label}
      value={value}
      onChange={(_, next: T | null) => next && onChange(next)}
      sx={{ flexShrink: 0 }}
    >
      {(Object.entries(words) as [T, string][]).map(([each, word]) => (
        <ToggleButton key={each} value={each} sx={{ py: 0.4, px: 0.9, whiteSpace: 'nowrap' }}>
          {word}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  )
}
