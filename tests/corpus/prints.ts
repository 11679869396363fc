import sharp from 'sharp'
import { type Box, boxOf, overlaps } from '../../src/core/geometry/box'
import { distance, type Point } from '../../src/core/geometry/vector'
import type { Linework } from '../../src/core/sheet/linework'
import type { PopplerPage } from '../support/poppler'
import { type Difference, lengthOf, type Place, shownNear } from './compare'

/** Why lines that the other reader draws are hidden to us, by what a print of the other reader's shows of them. */
export interface Hidden {
  /** Nothing of the paths changes the print there: clipped, under something else, of the ground's own colour. */
  readonly unseenPt: number
  /** The paths do change the print there, but no edge runs there: between two areas of one colour, say. */
  readonly withoutEdgePt: number
  /** An edge is in the print there, of something beside it that we show: a line beneath another of the same width, say. */
  readonly besidePt: number
  /** An edge is in the print there and goes with the path: we hide what can be seen. */
  readonly visiblePt: number
}

/** What a print says of how two readings of a page differ. */
export interface Explained {
  readonly hidden: Hidden
  /** Missing to us, and an edge in the print; the rest is lines of nothing, such as the narrow areas of a shading. */
  readonly missingPt: number
  /** Shown by us, and no edge in the print; the rest is ink that the other reader keeps as a picture or as letters. */
  readonly extraPt: number
}

/** Pixels of a print for a point, where the page is no larger than a common sheet. */
const PER_PT = 4
const MOST_PIXELS = 60e6
/** Grey levels, of 255, below which two pixels look alike. */
const LEAST_LEVELS = 6
/** What lies nearer than this belongs to the same pen stroke, on any drawing. */
const BESIDE_PT = 0.6
/** Prints at most, where taking all paths away at once does not settle it. */
const MOST_BATCHES = 80

/** A print in grey levels. */
interface Print {
  readonly perPt: number
  readonly width: number
  readonly height: number
  readonly levels: Uint8Array
}

/** Looks up in prints of a page where two readings of it differ. */
export async function explained(page: PopplerPage, difference: Difference, ours: Linework): Promise<Explained> {
  const whole = await printed(page, new Set())
  const isEdge = (place: Place) => hasEdge(whole, page, place)
  const beside = shownNear(ours, BESIDE_PT)
  return {
    hidden: await hiddenBy(page, whole, difference.hidden, beside),
    missingPt: lengthOf(difference.missing.filter((place) => !beside(place.p) && isEdge(place))),
    extraPt: lengthOf(difference.extra.filter((place) => !isEdge(place))),
  }
}

/** Prints with and without the paths of hidden places: what can be taken away without a trace was not to be seen. */
async function hiddenBy(
  page: PopplerPage,
  whole: Print,
  hidden: readonly Place[],
  beside: (p: Point) => boolean,
): Promise<Hidden> {
  const without = await printed(page, new Set(hidden.map(({ path }) => path)))
  const changing = hidden.filter(({ p }) => changesNear(whole, without, page, p))
  // Paths that lie on one another: each alone may be without a trace.
  const open: Place[] = []
  for (const batch of apart(changing)) {
    const print = await printed(page, new Set(batch.map(({ path }) => path)))
    open.push(...batch.filter(({ p }) => changesNear(whole, print, page, p)))
  }
  const edges = open.filter((place) => hasEdge(whole, page, place))
  const visible = edges.filter(({ p }) => !beside(p))
  return {
    unseenPt: lengthOf(hidden) - lengthOf(open),
    withoutEdgePt: lengthOf(open) - lengthOf(edges),
    besidePt: lengthOf(edges) - lengthOf(visible),
    visiblePt: lengthOf(visible),
  }
}

/** Batches of places whose paths can be taken away together: none has a place within the reach of another. */
function apart(places: readonly Place[]): Place[][] {
  const byPath = new Map<number, Place[]>()
  for (const place of places) byPath.set(place.path, [...(byPath.get(place.path) ?? []), place])
  const batches: { places: Place[]; boxes: Box[] }[] = []
  for (const own of byPath.values()) {
    const box = boxOf(own.flatMap(({ from, to }) => [from, to]))
    const free =
      batches.find(({ boxes }) => boxes.every((other) => !overlaps(box, other, 1))) ?? batches[MOST_BATCHES - 1]
    if (free) {
      free.places.push(...own)
      free.boxes.push(box)
    } else batches.push({ places: [...own], boxes: [box] })
  }
  return batches.map((batch) => batch.places)
}

async function printed(page: PopplerPage, without: ReadonlySet<number>): Promise<Print> {
  const perPt = Math.min(PER_PT, Math.sqrt(MOST_PIXELS / (page.widthPt * page.heightPt)))
  const svg = Buffer.from(page.svgWithout(without, perPt))
  const { data, info } = await sharp(svg, { unlimited: true, limitInputPixels: false })
    .flatten({ background: '#fff' })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { perPt: info.width / page.widthPt, width: info.width, height: info.height, levels: data }
}

/** The grey level at a place of the page, measured up from its lower left. */
function levelAt({ perPt, width, height, levels }: Print, page: PopplerPage, x: number, y: number): number | null {
  const column = Math.floor(x * perPt)
  const row = Math.floor((page.heightPt - y) * perPt)
  return column < 0 || row < 0 || column >= width || row >= height ? null : levels[row * width + column]!
}

function changesNear(a: Print, b: Print, page: PopplerPage, { x, y }: Point): boolean {
  const step = 1 / a.perPt
  for (let i = -1; i <= 1; i++)
    for (let j = -1; j <= 1; j++) {
      const [one, other] = [levelAt(a, page, x + i * step, y + j * step), levelAt(b, page, x + i * step, y + j * step)]
      if (one !== null && other !== null && Math.abs(one - other) > LEAST_LEVELS) return true
    }
  return false
}

/** Whether the print changes across a line along more than half of the piece: what crosses it is no edge of its own. */
function hasEdge(print: Print, page: PopplerPage, { p, from, to, lengthPt }: Place): boolean {
  const whole = distance(from, to)
  const [ux, uy] = [(to.x - from.x) / whole, (to.y - from.y) / whole]
  const reach = 6 / print.perPt
  const medians: number[] = []
  for (let across = -reach; across <= reach; across += 1 / print.perPt) {
    const levels: number[] = []
    for (let s = -lengthPt / 2; s <= lengthPt / 2; s += 0.5 / print.perPt) {
      const level = levelAt(print, page, p.x + ux * s - uy * across, p.y + uy * s + ux * across)
      if (level !== null) levels.push(level)
    }
    if (levels.length > 0) medians.push(levels.sort((a, b) => a - b)[levels.length >> 1]!)
  }
  return Math.max(...medians) - Math.min(...medians) > LEAST_LEVELS
}
