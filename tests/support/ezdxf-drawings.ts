import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { inScratch, program } from './producers'

/** What another program knows of a drawing that it made. */
export interface MadeDrawing {
  bytes: Uint8Array
  /** Length of everything drawn on each layer, in drawing units. */
  lengths: Record<string, number>
  /** minX, minY, maxX, maxY of all lines and curves. */
  extent: [number, number, number, number]
  texts: string[]
}

/** Everything that a plan holds, with inserts turned, mirrored, arrayed and within one another. */
const MAKE = `
import ezdxf, json, math, random, sys
from ezdxf.disassemble import recursive_decompose
from ezdxf.path import make_path
version, seed, folder = sys.argv[1], int(sys.argv[2]), sys.argv[3]
random.seed(seed)
old = version == 'R12'
drawing = ezdxf.new(version, setup=True)
if not old: drawing.header['$INSUNITS'] = 4
names = ['LINES', 'ROUND', 'POLY', 'CURVES', 'IN', 'DEEP', 'SEEN FROM BELOW']
for i, name in enumerate(names): drawing.layers.add(name, color=i + 1)
space = drawing.modelspace()
r = lambda: random.uniform(-5000, 5000)
def fill(target, on, count):
    for _ in range(count):
        target.add_line((r(), r()), (r(), r()), dxfattribs={'layer': on('LINES')})
        target.add_circle((r(), r()), random.uniform(10, 800), dxfattribs={'layer': on('ROUND')})
        target.add_arc((r(), r()), random.uniform(10, 800), random.uniform(0, 360), random.uniform(0, 360), dxfattribs={'layer': on('ROUND')})
        bulges = [(r(), r(), random.choice([0, 0.3, -1, 0.8])) for _ in range(5)]
        target.add_polyline2d(bulges, format='xyb', close=random.random() < 0.5, dxfattribs={'layer': on('POLY')})
        if old: continue
        target.add_lwpolyline(bulges, format='xyb', close=random.random() < 0.5, dxfattribs={'layer': on('POLY')})
        target.add_ellipse((r(), r()), (random.uniform(50, 900), random.uniform(50, 900)), random.uniform(0.2, 1), random.uniform(0, 3), random.uniform(3.2, 6.2), dxfattribs={'layer': on('CURVES')})
        target.add_open_spline([(r(), r()) for _ in range(7)], degree=3, dxfattribs={'layer': on('CURVES')})
        target.add_open_spline([(r(), r()) for _ in range(6)], degree=2, dxfattribs={'layer': on('CURVES')})
        target.add_rational_spline([(r(), r()) for _ in range(5)], [1, 2, 0.5, 1, 1], degree=3, dxfattribs={'layer': on('CURVES')})
        target.add_arc((r(), r()), 300, 20, 140, dxfattribs={'layer': 'SEEN FROM BELOW', 'extrusion': (0, 0, -1)})
fill(space, lambda name: name, 3)
deep = drawing.blocks.new('DEEP', base_point=(100, 50))
fill(deep, lambda name: 'DEEP', 1)
block = drawing.blocks.new('BLOCK', base_point=(-20, 30))
fill(block, lambda name: 'IN', 1)
block.add_blockref('DEEP', (10, 20), dxfattribs={'layer': 'IN', 'rotation': 30, 'xscale': 0.5, 'yscale': 0.5})
space.add_blockref('BLOCK', (7000, 100), dxfattribs={'layer': 'IN', 'rotation': 75, 'xscale': 1.5, 'yscale': 1.5})
space.add_blockref('BLOCK', (-7000, 100), dxfattribs={'layer': 'IN', 'xscale': -1, 'yscale': 1})
space.add_blockref('DEEP', (0, 9000), dxfattribs={'layer': 'IN', 'column_count': 3, 'row_count': 2, 'column_spacing': 400, 'row_spacing': 300, 'rotation': 15})
space.add_text('5210', height=150, dxfattribs={'layer': 'LINES', 'insert': (0, 0)})
texts = ['5210']
if not old:
    space.add_mtext(r'{\\fArial;First} line\\PSecond line', dxfattribs={'layer': 'LINES', 'insert': (0, 500), 'char_height': 100})
    texts += ['First line', 'Second line']
lengths, xs, ys = {}, [], []
for entity in recursive_decompose(space):
    if entity.dxftype() in ('TEXT', 'MTEXT'): continue
    points = list(make_path(entity).flattening(0.1, segments=8))
    xs += [p.x for p in points]
    ys += [p.y for p in points]
    layer = entity.dxf.layer
    lengths[layer] = lengths.get(layer, 0) + sum(math.hypot(b.x - a.x, b.y - a.y) for a, b in zip(points, points[1:]))
drawing.saveas(folder + '/out.dxf')
print(json.dumps({'lengths': lengths, 'extent': [min(xs), min(ys), max(xs), max(ys)], 'texts': texts}))
`

/** A drawing made by another program, Debian's python3-ezdxf, which says what it holds. */
export const makeDrawing = (version: string, seed: number): Promise<MadeDrawing> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'make.py'), MAKE)
    const told = await program('/usr/bin/python3', join(folder, 'make.py'), version, String(seed), folder)
    return { ...JSON.parse(told), bytes: new Uint8Array(await readFile(join(folder, 'out.dxf'))) } as MadeDrawing
  })

/** A house of 12 by 8 m in a unit, on a layout of an A2 with two viewports and a frame; as another program writes it. */
const LAYOUTS = `
import ezdxf, sys
from ezdxf.lldxf.const import DXFError
version, units, perMetre, folder = sys.argv[1], int(sys.argv[2]), float(sys.argv[3]), sys.argv[4]
drawing = ezdxf.new(version, setup=True)
drawing.header['$INSUNITS'] = units
space = drawing.modelspace()
m = perMetre
space.add_lwpolyline([(100*m, 50*m), (112*m, 50*m), (112*m, 58*m), (100*m, 58*m)], close=True, dxfattribs={'layer': 'WALLS'})
space.add_line((104*m, 50*m), (104*m, 58*m), dxfattribs={'layer': 'WALLS'})
layout = drawing.layouts.new('Ground floor')
layout.page_setup(size=(594, 420), margins=(0, 0, 0, 0), units='mm')
layout.add_lwpolyline([(10, 10), (584, 10), (584, 410), (10, 410)], close=True)
layout.add_text('Title', height=5, dxfattribs={'insert': (500, 20)})
layout.add_viewport(center=(160, 220), size=(280, 300), view_center_point=(106*m, 54*m), view_height=30*m)
turned = layout.add_viewport(center=(440, 220), size=(240, 200), view_center_point=(0, 0), view_height=10*m)
turned.dxf.view_target_point = (104*m, 54*m, 0)
turned.dxf.view_twist_angle = 90
off = layout.add_viewport(center=(440, 380), size=(20, 20), view_center_point=(106*m, 54*m), view_height=10*m)
off.dxf.status = 0
drawing.saveas(folder + '/out.dxf')
`

/** @param units number of $INSUNITS; `perMetre` of those */
export const makeLayouts = (version: string, units: number, perMetre: number): Promise<Uint8Array> =>
  inScratch(async (folder) => {
    await writeFile(join(folder, 'make.py'), LAYOUTS)
    await program('/usr/bin/python3', join(folder, 'make.py'), version, String(units), String(perMetre), folder)
    return new Uint8Array(await readFile(join(folder, 'out.dxf')))
  })
