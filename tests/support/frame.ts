import type { Member } from '@/core/model/member/schema'
import type { ProjectRecord } from '@/core/model/registry'
import type { WorkPlane } from '@/core/model/work-plane/schema'

/** An upright plane whose right runs north. */
export const PLANE: WorkPlane = {
  id: 'plane',
  kind: 'work-plane',
  name: 'Frame 1',
  start: { x: 3000, y: -1000 },
  end: { x: 3000, y: 14_000 },
  leanRad: 0,
  beforeMm: 600,
  behindMm: 600,
}

/** A beam of IPE 200 of five metres, where nothing else is said. */
export const member = (part: Partial<Member> = {}): Member => ({
  id: 'a',
  kind: 'member',
  use: 'beam',
  levelId: PLANE.id,
  start: { x: 0, y: 3000 },
  end: { x: 5000, y: 3000 },
  startAsideMm: 0,
  endAsideMm: 0,
  sectionId: 'IPE 200',
  seat: 'middle',
  turnRad: 0,
  acrossMm: 0,
  upMm: 0,
  mirrored: false,
  ...part,
})

export const project = (...records: readonly ProjectRecord[]): Map<string, ProjectRecord> =>
  new Map([PLANE, ...records].map((record) => [record.id, record]))

/** A steel frame with one of every joint, a plate at an end, and bolts through it into the post. */
export function steelFrame(): Map<string, ProjectRecord> {
  return project(
    member({ id: 'post', use: 'column', start: { x: 6000, y: 0 }, end: { x: 6000, y: 6000 }, sectionId: 'HEB 300' }),
    member({
      id: 'beam',
      end: { x: 6000, y: 3000 },
      endJoint: { to: 'post', kind: 'square', gapMm: 15 },
      sectionId: 'IPE 300',
    }),
    member({
      id: 'brace',
      use: 'brace',
      start: { x: 3000, y: 0 },
      end: { x: 6000, y: 2500 },
      endJoint: { to: 'post', kind: 'face', gapMm: 0 },
      sectionId: 'SHS 100x5',
    }),
    member({
      id: 'left',
      use: 'rafter',
      start: { x: 0, y: 7000 },
      end: { x: 4000, y: 9000 },
      sectionId: 'Glulam 120x320',
      endJoint: { to: 'right', kind: 'mitre', gapMm: 0 },
    }),
    member({
      id: 'right',
      use: 'rafter',
      start: { x: 8000, y: 7000 },
      end: { x: 4000, y: 9000 },
      sectionId: 'Glulam 120x320',
      endJoint: { to: 'left', kind: 'mitre', gapMm: 0 },
    }),
    member({
      id: 'girder',
      start: { x: 0, y: 5000 },
      end: { x: 4000, y: 5000 },
      startAsideMm: 800,
      endAsideMm: 800,
      sectionId: 'IPE 400',
    }),
    member({
      id: 'joist',
      start: { x: 2000, y: 5050 },
      end: { x: 2000, y: 5050 },
      startAsideMm: 2500,
      endAsideMm: 800,
      sectionId: 'IPE 300',
      endJoint: { to: 'girder', kind: 'notch', gapMm: 10 },
    }),
    member({
      id: 'rail',
      use: 'purlin',
      start: { x: 0, y: 1500 },
      end: { x: 3000, y: 1500 },
      startAsideMm: 500,
      endAsideMm: 500,
      sectionId: 'UPE 160',
      turnRad: 0.3,
    }),
    member({
      id: 'rail2',
      use: 'purlin',
      start: { x: 0, y: 1500 },
      end: { x: 3000, y: 1500 },
      startAsideMm: 1500,
      endAsideMm: 1500,
      sectionId: 'L 120x80x10',
      mirrored: true,
    }),
    {
      id: 'end-plate',
      kind: 'plate',
      levelId: PLANE.id,
      ring: { xy: [-75, -160, 75, -160, 75, 160, -75, 160] },
      thicknessMm: 15,
      asideMm: 0,
      on: { to: 'beam', end: 'end' },
      joined: 'bolted',
    },
    {
      id: 'bolts',
      kind: 'bolts',
      levelId: PLANE.id,
      plateId: 'end-plate',
      at: { x: 0, y: 0 },
      turnRad: 0,
      rows: 2,
      columns: 2,
      rowPitchMm: 200,
      columnPitchMm: 90,
      size: 'M20',
      grade: '8.8',
    },
    {
      id: 'gusset',
      kind: 'plate',
      levelId: PLANE.id,
      ring: { xy: [100, 2900, 400, 2900, 100, 2600] },
      thicknessMm: 10,
      asideMm: 0,
      joined: 'welded',
    },
  )
}
