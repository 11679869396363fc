import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { CommittedField } from './CommittedField'
import { useDisplay } from './display'

/** A length of an element, in the unit of the job. */
export function LengthField({
  label,
  mm,
  usual,
  precision,
  onTake,
}: {
  readonly label: string
  readonly mm: number | undefined
  /** What holds where nothing is given: shown, and taken again by emptying the field. */
  readonly usual?: number
  /** Places after the point, where more are wanted than the job has. */
  readonly precision?: number
  readonly onTake: (mm: number | undefined) => void
}) {
  const display = useDisplay()
  return (
    <CommittedField
      label={label}
      value={formatLength(mm ?? usual ?? 0, { ...display, precision: precision ?? display.precision }, false)}
      onCommit={(text) => {
        if (text === '' && usual !== undefined) return onTake(undefined)
        onTake(/^[+-]?0$/.test(text) ? 0 : parseLength(text, display.unit))
      }}
    />
  )
}

/** An element with a length of its own, or without one. @throws Error with a sentence */
export function withLength<E extends object, K extends keyof E>(element: E, key: K, mm: number | undefined): E {
  if (mm !== undefined && !(mm > 0)) throw new Error('Type a length of more than nothing, or empty the field.')
  const { [key]: _, ...rest } = element
  return (mm === undefined ? rest : { ...element, [key]: mm }) as E
}
