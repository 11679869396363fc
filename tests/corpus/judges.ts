import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Point } from '../../src/core/geometry/vector'
import type { Linework } from '../../src/core/sheet/linework'
import { MM_PER_PT } from '../../src/core/units/length'
import { drawnByPoppler, type PlainLinework, type PopplerPage } from '../support/poppler'
import { inScratch, program } from '../support/producers'

/** What an independent reader draws on a page: the lines of each of its paths, in points from the lower left. */
export interface Judged {
  readonly paths: readonly PlainLinework[]
  /** The page from which prints are made, where there is one that can be printed, in the same points. */
  readonly page?: PopplerPage
}

/** @param zeroPt the file's own zero on our sheet */
export type Judge = (bytes: Uint8Array, page: number, ours: Linework, zeroPt: Point) => Promise<Judged>

/** Lines of a drawing flattened by ezdxf, as rows of x1, y1, x2, y2 in its own units. */
const FLATTEN = `
import ezdxf, ezdxf.units, json, sys
from ezdxf import recover
from ezdxf.disassemble import recursive_decompose
from ezdxf.path import make_path
drawing, audit = recover.readfile(sys.argv[1])
rows = []
for entity in recursive_decompose(drawing.modelspace()):
    if entity.dxftype() in ('TEXT', 'MTEXT', 'ATTRIB', 'ATTDEF', 'POINT', 'VIEWPORT'): continue
    try: points = list(make_path(entity).flattening(0.0001, segments=16))
    except TypeError: continue
    rows += [[a.x, a.y, b.x, b.y] for a, b in zip(points, points[1:])]
mm = ezdxf.units.conversion_factor(drawing.units, 4) if drawing.units else 1
print(json.dumps({'mmPerUnit': mm, 'rows': rows}))
`

/** The independent readers, by the ending of what they read. */
export const JUDGES: Readonly<Record<string, Judge>> = {
  pdf: async (bytes, number) => {
    const page = await drawnByPoppler(bytes, number)
    return { paths: page.paths, page }
  },
  // librsvg makes a PDF of it, which poppler reads: neither is a part of ours.
  svg: (bytes, _, ours) =>
    inScratch(async (folder) => {
      await writeFile(join(folder, 'in.svg'), bytes)
      await program('rsvg-convert', '-f', 'pdf', '-o', join(folder, 'out.pdf'), join(folder, 'in.svg'))
      const told = await program('pdfinfo', join(folder, 'out.pdf'))
      const [, width, height] = told.match(/Page size:\s+([\d.]+) x ([\d.]+)/)!
      const page = await drawnByPoppler(new Uint8Array(await readFile(join(folder, 'out.pdf'))))
      return judgedAs(page, ours.widthPt / Number(width), ours.heightPt / Number(height))
    }),
  dxf: (bytes, _page, _ours, zeroPt) =>
    inScratch(async (folder) => {
      await writeFile(join(folder, 'in.dxf'), bytes)
      await writeFile(join(folder, 'flatten.py'), FLATTEN)
      const told = await program('/usr/bin/python3', join(folder, 'flatten.py'), join(folder, 'in.dxf'))
      const { mmPerUnit, rows } = JSON.parse(told) as { mmPerUnit: number; rows: number[][] }
      const perUnit = mmPerUnit / MM_PER_PT
      const segments = rows.map((row) => row.map((value, i) => value * perUnit + (i % 2 === 0 ? zeroPt.x : zeroPt.y)))
      return { paths: [{ segments, curves: [] }] }
    }),
}

/** A page in other points than its own. */
function judgedAs(page: PopplerPage, x: number, y: number): Judged {
  const paths = page.paths.map((path) => scaled(path, x, y))
  const svgWithout: PopplerPage['svgWithout'] = (left, pxPerPt) => page.svgWithout(left, pxPerPt * x)
  return { paths, page: { widthPt: page.widthPt * x, heightPt: page.heightPt * y, paths, svgWithout } }
}

function scaled({ segments, curves }: PlainLinework, x: number, y: number): PlainLinework {
  const each = (row: readonly number[]) => row.map((value, i) => value * (i % 2 === 0 ? x : y))
  return { segments: segments.map(each), curves: curves.map(each) }
}

/** Drawings made of pages by another program, pstoedit: few packages hold any. @returns their paths */
export async function drawingsOf(pdfs: readonly string[], folder: string, most: number): Promise<string[]> {
  const made: string[] = []
  for (const pdf of pdfs) {
    if (made.length >= most) break
    const out = join(folder, `drawing-${made.length}.dxf`)
    try {
      await program('pdftocairo', '-ps', '-f', '1', '-l', '1', pdf, join(folder, 'page.ps'))
      await program('pstoedit', '-f', 'dxf_s', join(folder, 'page.ps'), out)
      if (/\n(LWPOLYLINE|POLYLINE|LINE|SPLINE)\r?\n/.test(await readFile(out, 'latin1'))) made.push(out)
    } catch {
      // What it can't turn into a drawing is left out.
    }
  }
  return made
}
