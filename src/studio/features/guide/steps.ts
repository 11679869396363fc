import { ofKind } from '@/core/model/of-kind'
import { underlaysOf } from '@/core/model/underlay/underlays'
import type { SourceView } from '@/core/project/views'
import type { Now } from '@/studio/kernel/now'
import { fitState } from '@/studio/tooling/fit-state'

/** One thing to do in the guided job. */
export interface GuideStep {
  readonly does: string
  /** How, in a sentence. */
  readonly how: string
  isDone(now: Now, sources: readonly SourceView[]): boolean
}

/** The guided job: from a sheet to a file, on a small plan. Each step is seen to be done, however somebody does it. */
export const GUIDE_STEPS: readonly GuideStep[] = [
  {
    does: 'Bring in a sheet',
    how: 'Take the practice sheet, or drop a plan of your own anywhere. Select its page and press “Bring it in”.',
    isDone: ({ records }) => underlaysOf(records).length > 0,
  },
  {
    does: 'Give it its true size',
    how: 'Where its printed dimensions agree, the scale is offered on the board. Or click both ends of a length that you know, and type it.',
    isDone: ({ records }, sources) => underlaysOf(records).some((underlay) => fitState(underlay, sources).trusted),
  },
  {
    does: 'Trace walls',
    how: 'Press W and click from corner to corner; the cursor catches the lines of the sheet. Or let the walls be shown and make them all.',
    isDone: ({ records }) => ofKind('wall', records).length >= 4,
  },
  {
    does: 'Put in a door or a window',
    how: 'Press L and click where the wall of the sheet has its opening.',
    isDone: ({ records }) => ofKind('opening', records).length > 0,
  },
  {
    does: 'Name a room',
    how: 'Open the drawer Rooms, take Room, and click between the walls: its area is worked out.',
    isDone: ({ records }) => ofKind('space', records).length > 0,
  },
  {
    does: 'Hand it over',
    how: 'Go to “Hand over” at the top: every kind of file that the next person may want is there.',
    isDone: ({ step }) => step === 'hand-over',
  },
]
