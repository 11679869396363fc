import { FIRST_LEVEL } from '@/core/model/level/schema'
import type { Joint, Member } from '@/core/model/member/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { copiesOn } from '@/core/model/work-plane/follow'
import type { WorkPlane } from '@/core/model/work-plane/schema'

/** The timber frames of the boat hall, as somebody traced them from the section: posts, rafters, a collar, purlins. */
const WIDTH = 14_400
const HALL = 20_800
const SPACING = 5200
const EAVES = { x: -700, y: 3770 }
const RIDGE = { x: WIDTH / 2, y: 8650 }
const RISE = (RIDGE.y - EAVES.y) / (RIDGE.x - EAVES.x)

export const FRAME_PLANE: WorkPlane = planeOn(1)

function planeOn(bay: number): WorkPlane {
  return {
    id: `demo-plane-${bay + 1}`,
    kind: 'work-plane',
    name: `Grid line ${bay + 1}`,
    start: { x: bay * SPACING, y: -4600 },
    end: { x: bay * SPACING, y: 18_000 },
    leanRad: 0,
    beforeMm: 600,
    behindMm: 600,
    ...(bay > 1 && { follows: 'demo-plane-2' }),
  }
}

const member = (part: Pick<Member, 'id' | 'use' | 'start' | 'end' | 'sectionId'> & Partial<Member>): Member => ({
  kind: 'member',
  levelId: FRAME_PLANE.id,
  startAsideMm: 0,
  endAsideMm: 0,
  seat: 'middle',
  turnRad: 0,
  acrossMm: 0,
  upMm: 0,
  mirrored: false,
  tracedFrom: 'demo-section',
  ...part,
})

const joint = (to: string, kind: Joint['kind']): Joint => ({ to, kind, gapMm: 0 })
const across = ({ x, y }: { x: number; y: number }) => ({ x: WIDTH - x, y })

const post = (side: 'south' | 'north', x: number) =>
  member({
    id: `demo-post-${side}`,
    use: 'column',
    sectionId: 'Glulam 160x320',
    start: { x, y: 0 },
    end: { x, y: 4400 },
    endJoint: joint(`demo-rafter-${side}`, 'face'),
  })

const FRAME: readonly Member[] = [
  post('south', 525),
  post('north', WIDTH - 525),
  member({
    id: 'demo-rafter-south',
    use: 'rafter',
    sectionId: 'Glulam 120x320',
    seat: 'top',
    start: EAVES,
    end: RIDGE,
    endJoint: joint('demo-rafter-north', 'mitre'),
  }),
  member({
    id: 'demo-rafter-north',
    use: 'rafter',
    sectionId: 'Glulam 120x320',
    seat: 'top',
    start: across(EAVES),
    end: RIDGE,
    endJoint: joint('demo-rafter-south', 'mitre'),
  }),
  member({
    id: 'demo-collar',
    use: 'beam',
    sectionId: 'Glulam 120x320',
    start: { x: 3130, y: 5760 },
    end: { x: WIDTH - 3130, y: 5760 },
    startJoint: joint('demo-rafter-south', 'face'),
    endJoint: joint('demo-rafter-north', 'face'),
  }),
]

/** Purlins on the rafters from gable to hall wall, drawn on the plan: their lines lie on the upper side of the rafters. */
const purlin = (side: 'south' | 'north', row: number): Member => {
  const y = -300 + row * 1480
  const heightMm = EAVES.y + RISE * (y - EAVES.x)
  const there = side === 'south' ? y : WIDTH - y
  return member({
    id: `demo-purlin-${side}-${row + 1}`,
    use: 'purlin',
    levelId: FIRST_LEVEL.id,
    sectionId: 'Planed 80x160',
    seat: 'bottom',
    start: { x: 0, y: there },
    end: { x: HALL, y: there },
    startAsideMm: heightMm,
    endAsideMm: heightMm,
    // Seen from the start, which looks east, the south is to the right.
    turnRad: Math.atan(RISE) * (side === 'south' ? 1 : -1),
  })
}

const FOLLOWING = [planeOn(2), planeOn(3)]

let made = 0
const COPIES = FOLLOWING.flatMap((plane) =>
  copiesOn(FRAME, FRAME_PLANE, plane, { linked: true }, () => `demo-frame-${++made}`),
)

/** What was done, step by step. */
export const FRAMES: readonly (readonly [label: string, records: readonly ProjectRecord[]])[] = [
  ['Stand up work plane', [FRAME_PLANE]],
  ['Place members', FRAME],
  ['Copy frame', [...FOLLOWING, ...COPIES]],
  [
    'Place members along lines',
    (['south', 'north'] as const).flatMap((side) => [0, 1, 2, 3, 4, 5].map((row) => purlin(side, row))),
  ],
]
