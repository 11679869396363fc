import type { Point } from '../geometry/vector'
import { formatLength, type LengthDisplay } from '../units/format'
import { MM_PER_PT } from '../units/length'
import type { SheetChange } from './change'

/** How lengths are told: on site where the scale of the older page is known, else on paper. */
export interface ToldOn {
  readonly mmPerPt: number | null
  readonly display: LengthDisplay
}

/** A part of the other direction from which on a shift is told as slanted. */
const SLANTED = 0.25

/** Where something went, as one sees it on the page. */
function wayOf({ x, y }: Point): string {
  const [across, up] = [x < 0 ? 'left' : 'right', y < 0 ? 'down' : 'up']
  if (Math.abs(y) <= SLANTED * Math.abs(x)) return `to the ${across}`
  if (Math.abs(x) <= SLANTED * Math.abs(y)) return up
  return `${up} and to the ${across}`
}

const CALLED = {
  lines: 'lines',
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
