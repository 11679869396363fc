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
  /** Placed blocks: where, how turned and scaled, what they say, and the box of what they draw. */
  inserts: {
    layer: string
    block: string
    at: number[]
    turn: number
    scale: number[]
    said: Record<string, string>
    box: number[]
  }[]
  /** Whole texts of several lines. */
  manyLines: string[]
  /** Kind and measured value of each dimension, and whether its looks are there. */
  dimensions: { kind: number; measured: number; drawn: number }[]
  hatches: { layer: string; solid: boolean; rings: number; lines: { turn: number; spacing: number }[] }[]
  splines: { controls: number; length: number }[]
  looks: Record<string, { off: boolean; weight: number; line: string; color: number | null }>
  layouts: {
    name: string
    paper: number[]
    /** Of each view of the drawing: paper to drawing, and the layers that do not show in it. */
    views: { ratio: number; middle: number[]; frozen: string[] }[]
    texts: string[]
  }[]
}

const READ = `
import ezdxf, json, sys
from collections import Counter
from ezdxf.math import area
drawing = ezdxf.readfile(sys.argv[1])
audit = drawing.audit()
space = drawing.modelspace()
def rounded(v, places=6):
  return [round(each, places) for each in v]
def box_of(insert):
  from ezdxf import bbox
  box = bbox.extents(insert.virtual_entities())
  return rounded([box.extmin.x, box.extmin.y, box.extmax.x, box.extmax.y], 3) if box.has_data else []
def length_of(spline):
  points = list(spline.flattening(0.001))
  return sum(a.distance(b) for a, b in zip(points, points[1:]))
def views_of(layout):
  return [{'ratio': round(view.dxf.view_height / view.dxf.height, 6), 'middle': rounded((view.dxf.view_center_point.x, view.dxf.view_center_point.y)), 'frozen': view.frozen_layers}
    for view in layout.query('VIEWPORT') if view.dxf.id != 1]
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
  'inserts': [{
    'layer': i.dxf.layer, 'block': i.dxf.name, 'at': rounded((i.dxf.insert.x, i.dxf.insert.y)), 'turn': round(i.dxf.rotation, 6),
    'scale': [i.dxf.xscale, i.dxf.yscale], 'said': {a.dxf.tag: a.dxf.text for a in i.attribs}, 'box': box_of(i),
  } for i in space.query('INSERT')],
  'manyLines': [text.plain_text() for text in space.query('MTEXT')],
  'dimensions': [{'kind': d.dimtype, 'measured': round(d.get_measurement(), 6) if d.dimtype != 5 else round(d.dxf.actual_measurement, 6), 'drawn': len(list(d.virtual_entities()))} for d in space.query('DIMENSION')],
  'hatches': [{
    'layer': h.dxf.layer, 'solid': bool(h.dxf.solid_fill), 'rings': len(h.paths),
    'lines': [] if h.dxf.solid_fill else [{'turn': round(l.angle, 6), 'spacing': round(l.offset.magnitude, 6)} for l in h.pattern.lines],
  } for h in space.query('HATCH')],
  'splines': [{'controls': len(s.control_points), 'length': length_of(s)} for s in space.query('SPLINE')],
  'looks': {l.dxf.name: {'off': l.is_off(), 'weight': l.dxf.lineweight, 'line': l.dxf.linetype, 'color': l.dxf.get('true_color')} for l in drawing.layers},
  'layouts': [{
    'name': name, 'paper': [drawing.layout(name).dxf.paper_width, drawing.layout(name).dxf.paper_height],
    'views': views_of(drawing.layout(name)), 'texts': [t.dxf.text for t in drawing.layout(name).query('TEXT')],
  } for name in drawing.layout_names() if name != 'Model'],
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
