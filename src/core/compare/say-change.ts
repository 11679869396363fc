import { wayOf } from '../geometry/way'
import { formatLength, type LengthDisplay } from '../units/format'
import { MM_PER_PT } from '../units/length'
import type { SheetChange } from './change'

/** How lengths are told: on site where the scale of the older page is known, else on paper. */
export interface ToldOn {
  readonly mmPerPt: number | null
  readonly display: LengthDisplay
}

const CALLED = {
  lines: 'lines',
  hatching: 'hatching',
  text: 'text',
  dimension: 'dimension',
  wall: 'wall',
  door: 'door',
  window: 'window',
  passage: 'opening',
} as const

/** A change in a sentence without a full stop: `Door moved 500 mm to the right`. */
export function sayChange(change: SheetChange, { mmPerPt, display }: ToldOn): string {
  const { kind, subject, by, before, after } = change
  const length = (mm: number) => formatLength(mm, display)
  const isWritten = subject === 'text' || subject === 'dimension'
  const quoted = (text: string | null) => (subject === 'text' ? `“${text}”` : (text ?? ''))
  const thing = isWritten && kind !== 'changed' ? `${CALLED[subject]} ${quoted(before ?? after)}` : CALLED[subject]
  const sentence = (): string => {
    switch (kind) {
      case 'gone':
        return `${thing} gone`
      case 'new':
        return `new ${thing}`
      case 'moved': {
        const far = by ? Math.hypot(by.x, by.y) : 0
        const told = mmPerPt ? length(far * mmPerPt) : `${length(far * MM_PER_PT)} on paper`
        return `${thing} moved ${told} ${by ? wayOf(by) : ''}`.trim()
      }
      case 'changed':
        if (isWritten) return `${thing} ${quoted(before)} became ${quoted(after)}`
        if (before === null || after === null) return `${thing} drawn otherwise`
        return `${thing} ${length(Number(before))} became ${length(Number(after))} ${subject === 'wall' ? 'thick' : 'wide'}`
    }
  }
  const [first = '', ...rest] = sentence()
  return first.toUpperCase() + rest.join('')
}
