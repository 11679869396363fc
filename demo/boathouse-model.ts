import { FIRST_LEVEL, type Level } from '@/core/model/level/schema'
import type { Opening } from '@/core/model/opening/schema'
import type { ProjectRecord } from '@/core/model/registry'
import type { Slab } from '@/core/model/slab/schema'
import type { Space } from '@/core/model/space/schema'
import type { Wall } from '@/core/model/wall/schema'

/** The boathouse as somebody traced it: the ground floor whole, of the upper floor two walls so far. */
const LENGTH = 31_200
const WIDTH = 14_400
const OUTER = 365
const INNER = 115
const HALL = 20_800

export const UPPER_LEVEL: Level = { id: 'demo-upper', kind: 'level', name: 'Upper', elevationMm: 3150, heightMm: 2900 }

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
  const line: Wall = {
    id: `demo-${id}`,
    kind: 'wall',
    start: { x: from[0], y: from[1] },
    end: { x: to[0], y: to[1] },
    thicknessMm,
    tracedLine: 'right',
    levelId,
  }
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
]
