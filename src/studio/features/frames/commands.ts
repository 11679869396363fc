import type { Command } from '@/studio/kernel/command'
import { changeBoardAndSolid, changePlaneAndPlan } from './planes'

export const FRAME_COMMANDS: readonly Command[] = [
  {
    name: 'plane-and-plan',
    word: 'Work plane or plan',
    keys: ['/'],
    does: 'from the plan to the work plane looked at last, and back',
    run: changePlaneAndPlan,
  },
  {
    name: 'board-and-solid',
    word: 'Board or solids',
    keys: ['\\'],
    does: 'from the board to the solids, and back',
    run: changeBoardAndSolid,
  },
]
