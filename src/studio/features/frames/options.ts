import type { JointKind, MemberUse, Seat } from '@/core/model/member/schema'
import { MM_PER } from '@/core/units/length'
import { defineDialog } from '@/studio/kernel/dialog'
import { count, defineOptions, lengthMm, sameWords, value, words } from '@/studio/kernel/options'

const IN = MM_PER.in

/** The catalogue of sections; answers the one that was taken. */
export const sectionDialog = defineDialog<void, string>('sections')

/** Copies the members of a work plane, named by its id, along the building. */
export const copyFrameDialog = defineDialog<string>('copy-frame')

/** The next members. */
export const memberOptions = defineOptions('member', {
  memberUse: words<MemberUse>('beam', 'What the member is', sameWords('beam', 'column', 'brace', 'rafter', 'purlin')),
  /** A name of the catalogue, or the id of a section of the project's own. */
  sectionId: value<string>('IPE 200'),
  /** The section that was taken by key for a pair of lines of the sheet; null for the one that fits best. */
  pairSectionId: value<string | null>(null),
  seat: value<Seat>('middle'),
  memberTurnDeg: value(0),
  memberAcrossMm: value(0),
  memberUpMm: value(0),
  memberMirrored: value<boolean>(false),
  /** How far out of the level or plane members are placed. */
  memberAsideMm: value(0),
  /** The plane on which members end, where it is another one than they start on: purlins, and braces between frames. */
  memberEndsOn: value<string | null>(null),
  /** Whether members run on over those that they cross, or are broken at them. */
  memberRuns: value<'through' | 'broken'>('through'),
  /** How an end is cut that is placed on another member; `plain` for not at all. */
  memberFit: value<'plain' | JointKind>('plain'),
})

/** How ends are fitted to other members. */
export const jointOptions = defineOptions('joint', {
  jointKind: words<JointKind>('face', 'How the end is cut', {
    square: 'Square',
    face: 'Along its face',
    mitre: 'Mitred',
    notch: 'Notched',
  }),
  jointGapMm: lengthMm(0, 'Gap', { leastMm: 0 }),
})

export const planeOptions = defineOptions('work-plane', {
  planeBy: words<'a line' | 'two points'>('a line', 'How the plane is given', {
    'a line': 'Along a line',
    'two points': 'By two points',
  }),
})

export const plateOptions = defineOptions('plate', {
  plateForm: words('rectangle', 'Form of the plate', sameWords('rectangle', 'round', 'outline')),
  plateThicknessMm: lengthMm(15, 'Thickness', { imperial: 0.5 * IN }),
  /** By which the plate at an end stands out beyond the section. */
  plateMarginMm: lengthMm(10, 'Margin', { leastMm: 0 }),
})

export const boltOptions = defineOptions('bolts', {
  boltSize: value<string>('M16'),
  boltGrade: value<string>('8.8'),
  boltRows: count(2, 'Rows', 1, 50),
  boltRowPitchMm: lengthMm(100, 'apart', { imperial: 4 * IN }),
  boltColumns: count(2, 'Columns', 1, 50),
  boltColumnPitchMm: lengthMm(60, 'apart', { imperial: 3 * IN }),
})
