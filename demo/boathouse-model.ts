import type { GridLine } from '@/core/model/grid-line/schema'
import { FIRST_LEVEL, type Level } from '@/core/model/level/schema'
import type { Opening } from '@/core/model/opening/schema'
import type { ProjectRecord } from '@/core/model/registry'
import type { Roof } from '@/core/model/roof/schema'
import type { Slab } from '@/core/model/slab/schema'
import type { Space } from '@/core/model/space/schema'
import type { Stair } from '@/core/model/stair/schema'
import type { SavedView } from '@/core/model/view/schema'
import type { Wall } from '@/core/model/wall/schema'
import type { WallType } from '@/core/model/wall-type/schema'
import { withType } from '@/core/model/wall-type/typed'
import { FRAMES } from './boathouse-frames'

/** The boathouse as somebody traced it: the ground floor whole, of the upper floor two walls so far. */
const LENGTH = 31_200
const WIDTH = 14_400
const OUTER = 365
const INNER = 115
const HALL = 20_800

/** The roof rises from 3770 over a place 700 before the wall to 8650 over the middle. */
const PITCH_RAD = Math.atan((8650 - 3770) / (WIDTH / 2 + 700))
/** The height of the rafters' upper side 300 before the wall. */
const PLATE = 3770 + 200 * Math.tan(PITCH_RAD)
const PURLIN_DEEP = 160

export const UPPER_LEVEL: Level = { id: 'demo-upper', kind: 'level', name: 'Upper', elevationMm: 3150, heightMm: 2900 }

/** Outside to inside. */
const OUTER_TYPE: WallType = {
  id: 'demo-outer',
  kind: 'wall-type',
  name: 'Clinker, insulated',
  layers: [
    { material: 'Clinker brick', thicknessMm: 115, use: 'finish' },
    { material: 'Mineral wool', thicknessMm: 110, use: 'insulation' },
    { material: 'Sand-lime block', thicknessMm: 125, use: 'bearing' },
    { material: 'Lime plaster', thicknessMm: 15, use: 'finish' },
  ],
}
const INNER_TYPE: WallType = {
  id: 'demo-inner',
  kind: 'wall-type',
  name: 'Plastered block',
  layers: [
    { material: 'Lime plaster', thicknessMm: 10, use: 'finish' },
    { material: 'Sand-lime block', thicknessMm: 95, use: 'bearing' },
    { material: 'Lime plaster', thicknessMm: 10, use: 'finish' },
  ],
}

const gridLine = (name: string, from: readonly [number, number], to: readonly [number, number]): GridLine => ({
  id: `demo-grid-${name}`,
  kind: 'grid-line',
  name,
  start: { x: from[0], y: from[1] },
  end: { x: to[0], y: to[1] },
})

/** One half of the roof over the boat hall. */
const roof = (id: string, corners: readonly (readonly [number, number])[]): Roof => ({
  id: `demo-roof-${id}`,
  kind: 'roof',
  levelId: FIRST_LEVEL.id,
  ring: corners.map(([x, y]) => ({ x, y })),
  pitchRad: PITCH_RAD,
  thicknessMm: 120,
  // On the purlins.
  eavesMm: PLATE + (500 - 300) * Math.tan(PITCH_RAD) + PURLIN_DEEP / Math.cos(PITCH_RAD),
})

/** As the upper floor plan shows it. */
const stair: Stair = {
  id: 'demo-stair',
  kind: 'stair',
  levelId: FIRST_LEVEL.id,
  start: { x: 15_200, y: 11_800 },
  end: { x: 15_200 + 16 * 270, y: 11_800 },
  widthMm: 1200,
  risers: 17,
}

/** The roof cut away along the ridge, from the south. */
const hallView: SavedView = {
  id: 'demo-view',
  kind: 'view',
  name: 'Into the hall',
  eye: { x: -6000, y: -16_000, z: 15_000 },
  target: { x: 13_500, y: 8000, z: 1000 },
  cut: { rightOf: { start: { x: 0, y: WIDTH / 2 }, end: { x: LENGTH, y: WIDTH / 2 } } },
}

/** From outside through the western gable, which is cut away, along the frames. */
const framesView: SavedView = {
  id: 'demo-view-frames',
  kind: 'view',
  name: 'Under the frames',
  eye: { x: -8000, y: 4200, z: 3400 },
  target: { x: 12_000, y: 7800, z: 4200 },
  cut: { rightOf: { start: { x: 700, y: WIDTH + 2000 }, end: { x: 700, y: -2000 } } },
}

type Gap = readonly [
  startMm: number,
  widthMm: number,
  ...look: Partial<Pick<Opening, 'use' | 'way' | 'opens' | 'hinge' | 'heightMm' | 'sillMm'>>[],
]

const WINDOW = { use: 'window', heightMm: 1500, sillMm: 900 } as const
const BOAT_DOOR = { use: 'door', way: 'double', opens: 'right', heightMm: 2700 } as const
const DOOR = { use: 'door', heightMm: 2100 } as const

/** A wall along its right face, with its openings. */
function wall(
  id: string,
  from: readonly [number, number],
  to: readonly [number, number],
  thicknessMm: number,
  gaps: readonly Gap[] = [],
  levelId = FIRST_LEVEL.id,
): (Wall | Opening)[] {
  const plain: Wall = {
    id: `demo-${id}`,
    kind: 'wall',
    start: { x: from[0], y: from[1] },
    end: { x: to[0], y: to[1] },
    thicknessMm,
    tracedLine: 'right',
    // They run round anticlockwise: the outside is to their right.
    flipped: true,
    levelId,
  }
  const line = withType(plain, thicknessMm === OUTER ? OUTER_TYPE : INNER_TYPE)
  const openings = gaps.map(
    ([start, widthMm, look], i): Opening => ({
      id: `demo-${id}-${i + 1}`,
      kind: 'opening',
      wallId: line.id,
      use: 'door',
      way: 'hinged',
      hinge: 'start',
      opens: 'left',
      heightMm: 2100,
      sillMm: 0,
      ...look,
      alongMm: start + widthMm / 2,
      widthMm,
    }),
  )
  return [line, ...openings]
}

const room = (number: string, name: string, use: string, x: number, y: number): Space => ({
  id: `demo-room-${number}`,
  kind: 'space',
  levelId: FIRST_LEVEL.id,
  at: { x, y },
  name,
  number,
  use,
})

const upperSlab: Slab = {
  id: 'demo-upper-slab',
  kind: 'slab',
  levelId: UPPER_LEVEL.id,
  ring: [
    { x: 14_000, y: 0 },
    { x: LENGTH, y: 0 },
    { x: LENGTH, y: WIDTH },
    { x: 14_000, y: WIDTH },
  ],
  thicknessMm: 300,
  topMm: 0,
}

/** What was done, step by step, as it stands in the history. */
export const BOATHOUSE_MODEL: readonly (readonly [label: string, records: readonly ProjectRecord[]])[] = [
  ['Add level', [UPPER_LEVEL]],
  ['Add wall types', [OUTER_TYPE, INNER_TYPE]],
  [
    'Draw grid',
    [
      gridLine('1', [0, -4600], [0, 18_000]),
      gridLine('2', [5200, -4600], [5200, 18_000]),
      gridLine('3', [10_400, -4600], [10_400, 18_000]),
      gridLine('4', [15_600, -4600], [15_600, 18_000]),
      gridLine('5', [HALL, -4600], [HALL, 18_000]),
      gridLine('6', [LENGTH, -4600], [LENGTH, 18_000]),
      gridLine('A', [-3200, 0], [34_400, 0]),
      gridLine('B', [-3200, WIDTH], [34_400, WIDTH]),
    ],
  ],
  [
    'Trace walls',
    [
      ...wall('south', [0, 0], [LENGTH, 0], OUTER, [
        [1100, 3000, BOAT_DOOR],
        [6300, 3000, BOAT_DOOR],
        [11_500, 3000, BOAT_DOOR],
        [16_700, 3000, BOAT_DOOR],
      ]),
      ...wall('east', [LENGTH, 0], [LENGTH, WIDTH], OUTER, [
        [2600, 1800, WINDOW],
        [9000, 1800, WINDOW],
      ]),
      ...wall('north', [LENGTH, WIDTH], [0, WIDTH], OUTER, [
        [3000, 1500, WINDOW],
        [8200, 1500, WINDOW],
        [13_400, 1500, WINDOW],
        [22_000, 2400, WINDOW],
      ]),
      ...wall('west', [0, WIDTH], [0, 0], OUTER, [[6200, 1010, { ...DOOR, opens: 'right' }]]),
      ...wall('hall', [HALL, OUTER], [HALL, WIDTH - OUTER], INNER, [
        [1800, 885, DOOR],
        [9400, 885, DOOR],
      ]),
      ...wall('workshop', [HALL, 6400], [LENGTH - OUTER, 6400], INNER, [[4100, 885, DOOR]]),
      ...wall('store', [26_000, 6515], [26_000, WIDTH - OUTER], INNER, [[2400, 760, DOOR]]),
    ],
  ],
  [
    'Make rooms',
    [
      room('01', 'Boat hall', 'storage', 9800, 7000),
      room('02', 'Workshop', 'work', 26_000, 2400),
      room('03', 'Changing', 'sanitary', 23_400, 9200),
      room('04', 'Store', 'storage', 28_600, 9200),
    ],
  ],
  [
    'Trace walls',
    [
      ...wall(
        'upper-south',
        [14_000, 0],
        [LENGTH, 0],
        OUTER,
        [
          [1200, 3600, WINDOW],
          [6400, 3600, WINDOW],
          [11_600, 3600, WINDOW],
        ],
        UPPER_LEVEL.id,
      ),
      ...wall('upper-east', [LENGTH, 0], [LENGTH, WIDTH], OUTER, [[5200, 2400, WINDOW]], UPPER_LEVEL.id),
      upperSlab,
    ],
  ],
  ['Draw stair', [stair]],
  [
    'Draw roof',
    [
      roof('south', [
        [-500, -500],
        [HALL, -500],
        [HALL, WIDTH / 2],
        [-500, WIDTH / 2],
      ]),
      roof('north', [
        [HALL, WIDTH + 500],
        [-500, WIDTH + 500],
        [-500, WIDTH / 2],
        [HALL, WIDTH / 2],
      ]),
    ],
  ],
  ...FRAMES,
  ['Save view', [hallView]],
  ['Save view', [framesView]],
]
