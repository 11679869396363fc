import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { XMLBuilder, XMLParser } from 'fast-xml-parser'
import { type Affine, apply, compose, IDENTITY } from '@/core/geometry/affine'
import { inScratch, program } from './producers'

/** Lines and cubics as rows of numbers, y up from the lower left, in points. */
export interface PlainLinework {
  segments: number[][]
  curves: number[][]
}

type Node = Record<string, unknown> & { ':@'?: Record<string, string> }

/** A page as poppler draws it: a picture of vectors, and the lines of each path in it. */
export interface PopplerPage {
  readonly widthPt: number
  readonly heightPt: number
  readonly paths: readonly PlainLinework[]
  /** The picture in so many pixels to the point, without the paths of these places in `paths`. */
  svgWithout(left: ReadonlySet<number>, pxPerPt: number): string
}

/** What poppler draws on a page. Glyphs are left out. */
export const byPoppler = async (pdf: Uint8Array, page = 1): Promise<PlainLinework> =>
  together((await drawnByPoppler(pdf, page)).paths)

/** All lines of several paths. */
export const together = (paths: readonly PlainLinework[]): PlainLinework => ({
  segments: paths.flatMap(({ segments }) => segments),
  curves: paths.flatMap(({ curves }) => curves),
})

/** What poppler draws on a page: `pdftocairo -svg`, its paths taken through all their transforms. */
export const drawnByPoppler = (pdf: Uint8Array, page = 1): Promise<PopplerPage> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'in.pdf'), pdf)
    // Without these it shrinks and centres pages whose sides are not whole points.
    const trueToSize = ['-noshrink', '-nocenter']
    const which = ['-f', String(page), '-l', String(page)]
    const svg = await program('pdftocairo', '-svg', ...trueToSize, ...which, join(folder, 'in.pdf'), '-')
    const nodes = new XMLParser(XML).parse(svg) as Node[]
    const root = nodes.find((node) => 'svg' in node)!
    const [, , width, height] = root[':@']!.viewBox!.split(' ').map(Number) as number[]
    const found: PathNode[] = []
    walk(root.svg as Node[], [1, 0, 0, -1, 0, height!], found)
    return {
      widthPt: width!,
      heightPt: height!,
      paths: found.map(({ lines }) => lines),
      svgWithout: (left, pxPerPt) => {
        Object.assign(root[':@']!, { width: `${width! * pxPerPt}`, height: `${height! * pxPerPt}` })
        for (const [i, { attributes }] of found.entries()) {
          if (left.has(i)) attributes.display = 'none'
          else delete attributes.display
        }
        return new XMLBuilder(XML).build(nodes) as string
      },
    }
  })

const XML = { ignoreAttributes: false, preserveOrder: true, attributeNamePrefix: '' }

/** A path of the picture: its attributes, and its lines on the page. */
interface PathNode {
  readonly attributes: Record<string, string>
  readonly lines: PlainLinework
}

function walk(nodes: readonly Node[], map: Affine, found: PathNode[]): void {
  for (const node of nodes) {
    const [name] = Object.keys(node).filter((key) => key !== ':@')
    const { transform, d, style } = node[':@'] ?? {}
    const here = compose(readTransform(transform), map)
    if (name === 'g' || name === 'a') walk(node[name] as Node[], here, found)
    else if (name === 'path' && d) {
      const lines: PlainLinework = { segments: [], curves: [] }
      readPath(d, here, /stroke:none/.test(style ?? '') || !/fill:none/.test(style ?? ''), lines)
      found.push({ attributes: node[':@']!, lines })
    }
  }
}

function readTransform(text: string | undefined): Affine {
  if (!text) return IDENTITY
  const numbers = text
    .match(/matrix\(([^)]*)\)/)?.[1]
    ?.split(/[\s,]+/)
    .map(Number)
  if (numbers?.length !== 6) throw new Error(`A transform that poppler was not known to write: ${text}`)
  return numbers as unknown as Affine
}

/** cairo writes only M, L, C and Z. */
function readPath(d: string, map: Affine, filled: boolean, found: PlainLinework): void {
  let start = { x: 0, y: 0 }
  let at = start
  let pieces = 0
  const line = (to: { x: number; y: number }) => {
    if (at.x !== to.x || at.y !== to.y) found.segments.push([at.x, at.y, to.x, to.y])
    at = to
  }
  for (const [, command, rest] of d.matchAll(/([MLCZ])([^MLCZ]*)/g)) {
    const numbers = (rest ?? '')
      .trim()
      .split(/[\s,]+/)
      .map(Number)
    const p = (i: number) => apply(map, { x: numbers[i]!, y: numbers[i + 1]! })
    if (command === 'M') {
      if (filled && pieces > 1) line(start)
      start = at = p(0)
      pieces = 0
    } else if (command === 'L') {
      line(p(0))
      pieces++
    } else if (command === 'C') {
      const [a, b, end] = [p(0), p(2), p(4)]
      found.curves.push([at.x, at.y, a.x, a.y, b.x, b.y, end.x, end.y])
      at = end
      pieces += 2
    } else {
      if (pieces > 1) line(start)
      at = start
      pieces = 0
    }
  }
  if (filled && pieces > 1) line(start)
}
