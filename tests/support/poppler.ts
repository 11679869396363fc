import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { XMLParser } from 'fast-xml-parser'
import { type Affine, apply, compose, IDENTITY } from '@/core/geometry/affine'
import { inScratch, program } from './producers'

/** Lines and cubics as rows of numbers, y up from the lower left, in points. */
export interface PlainLinework {
  segments: number[][]
  curves: number[][]
}

type Node = Record<string, unknown> & { ':@'?: Record<string, string> }

/** What poppler draws on a page: `pdftocairo -svg`, its paths taken through all their transforms. Glyphs are left out. */
export const byPoppler = (pdf: Uint8Array, page = 1): Promise<PlainLinework> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'in.pdf'), pdf)
    // Without these it shrinks and centres pages whose sides are not whole points.
    const trueToSize = ['-noshrink', '-nocenter']
    const which = ['-f', String(page), '-l', String(page)]
    const svg = await program('pdftocairo', '-svg', ...trueToSize, ...which, join(folder, 'in.pdf'), '-')
    const nodes = new XMLParser({ ignoreAttributes: false, preserveOrder: true, attributeNamePrefix: '' }).parse(
      svg,
    ) as Node[]
    const root = nodes.find((node) => 'svg' in node)!
    const [, , , height] = root[':@']!.viewBox!.split(' ').map(Number) as number[]
    const found: PlainLinework = { segments: [], curves: [] }
    walk(root.svg as Node[], [1, 0, 0, -1, 0, height!], found)
    return found
  })

function walk(nodes: readonly Node[], map: Affine, found: PlainLinework): void {
  for (const node of nodes) {
    const [name] = Object.keys(node).filter((key) => key !== ':@')
    const { transform, d, style } = node[':@'] ?? {}
    const here = compose(readTransform(transform), map)
    if (name === 'g' || name === 'a') walk(node[name] as Node[], here, found)
    else if (name === 'path' && d)
      readPath(d, here, /stroke:none/.test(style ?? '') || !/fill:none/.test(style ?? ''), found)
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
