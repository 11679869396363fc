import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'

interface OneOfProps<T extends string> {
  readonly label: string
  readonly value: T
  readonly words: Readonly<Record<T, string>>
  readonly onChange: (value: T) => void
}

/** A choice of a tool that stands on the bench: a few words, one of them picked. */
export function OneOf<T extends string>({ label, value, words, onChange }: OneOfProps<T>) {
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
        <ToggleButton key={each} value={each} sx={{ py: 0.15, px: 0.8, fontSize: 13 }}>
          {word}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  )
}
