import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import type { ComponentProps } from 'react'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { CommittedField } from '@/studio/ui/CommittedField'
import { useDisplay } from '@/studio/ui/display'
import { LengthField } from '@/studio/ui/LengthField'

/** A length that has to be more than nothing. @throws Error with a sentence */
export function positive(mm: number | undefined): number {
  if (!(mm !== undefined && mm > 0)) throw new Error('Type a length of more than nothing.')
  return mm
}

/** Parts are made to hundredths. */
export const PartLength = (field: ComponentProps<typeof LengthField>) => <LengthField {...field} precision={3} />

/** What stands for a depth where there is none. */
const THROUGH = 'through'

/** How deep a step goes, or through. */
export function DepthField<S extends { readonly depthMm?: number | undefined }>({
  step,
  onTake,
}: {
  step: S
  onTake: (step: S) => void
}) {
  const display = useDisplay()
  const { depthMm, ...through } = step
  return (
    <CommittedField
      label="Depth"
      value={depthMm === undefined ? THROUGH : formatLength(depthMm, { ...display, precision: 3 }, false)}
      onCommit={(text) => {
        const isThrough = text === '' || text === THROUGH
        onTake(isThrough ? (through as S) : { ...step, depthMm: positive(parseLength(text, display.unit)) })
      }}
    />
  )
}

/** A plain number. */
export function NumberField({
  label,
  value,
  onTake,
}: {
  label: string
  value: number
  onTake: (value: number) => void
}) {
  return (
    <CommittedField
      label={label}
      value={String(Math.round(value * 1e4) / 1e4)}
      onCommit={(text) => {
        const typed = Number(text.replace(',', '.'))
        if (text.trim() === '' || !Number.isFinite(typed)) throw new Error('Type a number.')
        onTake(typed)
      }}
    />
  )
}

/** One of some words. */
export function WordField<W extends string>({
  label,
  value,
  words,
  onTake,
}: {
  label: string
  value: W
  words: Readonly<Partial<Record<W, string>>>
  onTake: (word: W) => void
}) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={value}
      onChange={({ target }) => onTake(target.value as W)}
      sx={{ minWidth: 110 }}
    >
      {Object.entries(words).map(([word, shown]) => (
        <MenuItem key={word} value={word}>
          {shown as string}
        </MenuItem>
      ))}
    </TextField>
  )
}
