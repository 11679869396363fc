import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { inScratch, program } from './producers'

export interface DxfReport {
  version: string
  /** Value of $INSUNITS. */
  units: number
  layers: string[]
  errors: string[]
  types: Record<string, number>
  texts: string[]
  /** x1, y1, x2, y2 for each line. */
  lines: number[][]
  /** x, y, z of both ends of each line. */
  inSpace: number[][]
  /** x, y and radius of each circle. */
  circles: number[][]
  polylines: { layer: string; closed: boolean; points: number[][]; area: number }[]
}

const READ = `
import ezdxf, json, sys
from collections import Counter
from ezdxf.math import area
drawing = ezdxf.readfile(sys.argv[1])
audit = drawing.audit()
space = drawing.modelspace()
print(json.dumps({
  'version': drawing.dxfversion,
  'units': drawing.header.get('$INSUNITS'),
  'layers': [layer.dxf.name for layer in drawing.layers],
  'errors': [str(error.message) for error in [*audit.errors, *audit.fixes]],
  'types': Counter(entity.dxftype() for entity in space),
  'texts': [text.dxf.text for text in space.query('TEXT')],
  'lines': [[round(v, 6) for p in (line.dxf.start, line.dxf.end) for v in (p.x, p.y)] for line in space.query('LINE')],
  'inSpace': [[round(v, 6) for p in (line.dxf.start, line.dxf.end) for v in (p.x, p.y, p.z)] for line in space.query('LINE')],
  'circles': [[round(v, 6) for v in (c.dxf.center.x, c.dxf.center.y, c.dxf.radius)] for c in space.query('CIRCLE')],
  'polylines': [{
    'layer': line.dxf.layer, 'closed': bool(line.closed),
    'points': [[p[0], p[1]] for p in line.get_points()],
    'area': abs(area(line.vertices())) if len(line) > 2 else 0,
  } for line in space.query('LWPOLYLINE')],
}))
`

/** A DXF as another program reads it: Debian's python3-ezdxf, with its audit. */
export const readDxf = (bytes: Uint8Array): Promise<DxfReport> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'in.dxf'), bytes)
    await writeFile(join(folder, 'read.py'), READ)
    // Debian's own Python: the one that its packages belong to.
    return JSON.parse(await program('/usr/bin/python3', join(folder, 'read.py'), join(folder, 'in.dxf'))) as DxfReport
  })
