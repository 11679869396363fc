import { decodeSheet } from '@/core/sheet/binary'
import type { Linework } from '@/core/sheet/linework'
import { type PartChoice, shownOf } from '@/core/sheet/looks'
import { paintLinework } from '@/core/sheet/paint'
import type { Region } from './region'

/** A sheet by its lines, and what of them is switched. */
export interface LinesLook {
  readonly kind: 'lines'
  readonly lineworkHash: string
  readonly parts: readonly PartChoice[]
  readonly markup: boolean
}

/** Sheets held for drawing: the few that are looked at. */
const MOST_HELD = 4
const held = new Map<string, Promise<Linework>>()

function lineworkOf(hash: string): Promise<Linework> {
  const found = held.get(hash) ?? fetchLinework(hash)
  held.delete(hash)
  held.set(hash, found)
  const [oldest] = held.keys()
  if (held.size > MOST_HELD && oldest) held.delete(oldest)
  found.catch(() => held.delete(hash))
  return found
}

async function fetchLinework(hash: string): Promise<Linework> {
  const response = await fetch(`${self.location.origin}/api/contents/${hash}`)
  if (!response.ok) throw new Error(`The lines of the sheet are not to be had (${response.status}).`)
  return decodeSheet(await response.arrayBuffer()).linework
}

/** Draws a part of a sheet from its lines on white paper. @returns whether it was drawn */
export async function drawLines(
  look: LinesLook,
  { canvas, region, scale }: Region,
  overtaken: () => boolean,
): Promise<boolean> {
  const linework = await lineworkOf(look.lineworkHash)
  const context = canvas.getContext('2d')
  if (!context || overtaken()) return false
  context.fillStyle = '#ffffff'
  context.fillRect(0, 0, canvas.width, canvas.height)
  const shown = shownOf(linework, look.parts, look.markup)
  paintLinework(context, linework, { region, pxPerPt: scale, shown })
  return true
}
