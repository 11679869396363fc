import { boxOf } from '@/core/geometry/box'
import { ofKind } from '@/core/model/of-kind'
import { calledOf } from '@/core/model/space/called'
import { workbench } from '@/studio/board/workbench'
import type { Findable } from '@/studio/kernel/find'
import type { Now } from '@/studio/kernel/now'
import { currentPlan } from '@/studio/state/plan'
import { showBox } from '@/studio/state/view'

/** Rooms by their names and numbers: going to one picks and shows it. */
export const roomsToFind = ({ records }: Now): Findable[] =>
  ofKind('space', records).map((room) => ({
    id: `room ${room.id}`,
    word: calledOf(room),
    about: 'room',
    run: () => {
      const boundary = currentPlan().boundaryOf(room)
      workbench.pick([room.id])
      showBox(boxOf(boundary ? boundary.ring : [room.at]))
    },
  }))
