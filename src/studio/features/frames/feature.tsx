import type { Feature } from '@/studio/kernel/feature'
import { dialogPanel, elementPanel } from '@/studio/kernel/panel'
import { areAll } from '@/studio/tooling/picked'
import { lazily } from '@/studio/ui/lazily'
import { FRAME_COMMANDS } from './commands'
import {
  boltOptions,
  copyFrameDialog,
  jointOptions,
  memberOptions,
  planeOptions,
  plateOptions,
  sectionDialog,
} from './options'
import { levelLines } from './overlays/level-lines'
import { memberEnds } from './overlays/member-ends'
import { followPlanes } from './planes'
import { bolts } from './tools/bolts'
import { endPlate } from './tools/end-plate'
import { joint } from './tools/joint'
import { member } from './tools/member'
import { memberAlong, memberInPair } from './tools/member-along'
import { plate } from './tools/plate'
import { workPlane } from './tools/work-plane'

export { newMember } from './new-member'
export { addPlane, PlaneHeading } from './PlaneHeading'

const BoltChoice = lazily(() => import('./BoltChoice').then((module) => module.BoltChoice))
const CopyFrameDialog = lazily(() => import('./CopyFrameDialog').then((module) => module.CopyFrameDialog))
const BoltsFields = lazily(() => import('./fields/BoltsFields').then((module) => module.BoltsFields))
const PlateFields = lazily(() => import('./fields/PlateFields').then((module) => module.PlateFields))
const MemberCard = lazily(() => import('./MemberCard').then((module) => module.MemberCard))
const SeatChoice = lazily(() => import('./SeatChoice').then((module) => module.SeatChoice))
const SectionChoice = lazily(() => import('./SectionChoice').then((module) => module.SectionChoice))
const SectionDialog = lazily(() => import('./SectionDialog').then((module) => module.SectionDialog))

/** Tools that place members. */
const PLACING: ReadonlySet<unknown> = new Set([member, memberAlong, memberInPair])

/** Members, what joins them, and the work planes that they stand on. */
export const frames: Feature = {
  name: 'frames',
  tools: [member, memberAlong, memberInPair, joint, plate, endPlate, bolts, workPlane],
  options: [memberOptions, jointOptions, planeOptions, plateOptions, boltOptions],
  panels: [
    { slot: 'bench', order: 30, when: ({ tool }) => tool === member || tool === memberAlong, Content: SectionChoice },
    { slot: 'bench', order: 31, when: ({ tool }) => tool === bolts, Content: BoltChoice },
    {
      slot: 'trace',
      order: 10,
      instead: 'nothing selected',
      when: ({ shapes, part, tool }) => part === null && shapes.length === 0 && PLACING.has(tool),
      opensCard: true,
      Content: SeatChoice,
    },
    {
      slot: 'trace',
      order: 21,
      when: ({ shapes, part }) => part === null && areAll('member', shapes),
      opensCard: true,
      Content: MemberCard,
    },
  ],
  dialogs: [dialogPanel(sectionDialog, SectionDialog), dialogPanel(copyFrameDialog, CopyFrameDialog)],
  elements: [elementPanel('plate', 'Plate', PlateFields), elementPanel('bolts', 'Bolts', BoltsFields)],
  overlays: [levelLines, memberEnds],
  commands: FRAME_COMMANDS,
  follows: [followPlanes],
}
