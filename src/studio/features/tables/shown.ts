import type { TableColumn } from '@/core/tables/table'
import { formatArea, formatLength, formatMass, formatVolume, type LengthDisplay } from '@/core/units/format'

/** A figure of a table as the job writes it. */
export function shown(value: unknown, { unit }: TableColumn, display: LengthDisplay): string {
  if (unit === 'text' || unit === 'count') return String(value ?? '')
  if (value === undefined || value === '') return ''
  const figure = Number(value)
  if (unit === 'kg') return formatMass(figure, display)
  if (unit === 'mm') return formatLength(figure, display, false)
  return unit === 'm2' ? formatArea(figure * 1e6, display) : formatVolume(figure * 1e9, display)
}
