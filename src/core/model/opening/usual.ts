import { isImperial, type LengthDisplay } from '../../units/format'
import { MM_PER } from '../../units/length'
import type { Opening, OpeningUse } from './schema'

/** A size that openings of a kind usually have. */
export interface OpeningSize {
  readonly widthMm: number
  readonly heightMm: number
  readonly sillMm: number
}

const IN = MM_PER.in
const METRIC: Readonly<Record<OpeningUse, OpeningSize>> = {
  door: { widthMm: 900, heightMm: 2100, sillMm: 0 },
  window: { widthMm: 900, heightMm: 1200, sillMm: 900 },
  passage: { widthMm: 1000, heightMm: 2100, sillMm: 0 },
}
/** 3′-0″ by 6′-8″, 3′-0″ by 4′-0″ with its head as high as that of doors, 3′-6″ by 6′-8″. */
const IMPERIAL: Readonly<Record<OpeningUse, OpeningSize>> = {
  door: { widthMm: 36 * IN, heightMm: 80 * IN, sillMm: 0 },
  window: { widthMm: 36 * IN, heightMm: 48 * IN, sillMm: 32 * IN },
  passage: { widthMm: 42 * IN, heightMm: 80 * IN, sillMm: 0 },
}

/** The size that an opening begins with, in round figures of the job. */
export const usualOpening = (use: OpeningUse, display: Pick<LengthDisplay, 'unit'>): OpeningSize =>
  (isImperial(display) ? IMPERIAL : METRIC)[use]

/** An opening turned into another kind: its width and its head stay, and a window gets a sill, what one walks through none. */
export function asUse(
  opening: Opening,
  use: OpeningUse,
  display: Pick<LengthDisplay, 'unit'>,
): Pick<Opening, 'use' | 'sillMm' | 'heightMm'> {
  const headMm = opening.sillMm + opening.heightMm
  const wanted = use === opening.use ? opening.sillMm : usualOpening(use, display).sillMm
  // A low opening keeps some height above its sill.
  const sillMm = Math.min(wanted, headMm / 2)
  return { use, sillMm, heightMm: headMm - sillMm }
}
