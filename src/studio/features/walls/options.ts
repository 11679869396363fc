import type { Underlay } from '@/core/model/underlay/schema'
import { TRACED_LINES, type TracedLine } from '@/core/model/wall/schema'
import type { ProposedElement } from '@/core/propose/elements/element'
import type { RoomLabel } from '@/core/propose/rooms/labels'
import { type ProposedWall, USUAL_CERTAINTY } from '@/core/propose/walls/proposed-wall'
import { MM_PER } from '@/core/units/length'
import type { CardToken } from '@/studio/kernel/card'
import { defineDialog } from '@/studio/kernel/dialog'
import { defineOptions, rememberedMm, rememberedWord, value } from '@/studio/kernel/options'

const IN = MM_PER.in

/** How the next walls are drawn and built. */
export const wallOptions = defineOptions('wall', {
  wallThicknessMm: rememberedMm(300, 12 * IN),
  tracedLine: rememberedWord<TracedLine>('left', TRACED_LINES),
  wallForm: value<'chain' | 'round' | 'rectangle'>('chain'),
  /** The type of the next walls; null for plain ones. */
  wallTypeId: value<string | null>(null),
  /** Whether the outside of the next walls is their right, looking the way they are drawn. */
  wallFlipped: value<boolean>(false),
  /** A thickness that was picked from the sheet, until it is said what becomes of it. */
  pickedThicknessMm: value<number | null>(null),
})

/** What the sheets seem to show. */
export const proposalOptions = defineOptions('proposed-walls', {
  /** The underlay that was read, as it was then; null while none was. */
  read: value<Underlay | null>(null),
  walls: value<readonly ProposedWall[]>([]),
  /** What is printed in its rooms. */
  labels: value<readonly RoomLabel[]>([]),
  /** Grid lines, columns and stairs. */
  elements: value<readonly ProposedElement[]>([]),
  /** Proposals that the person has left. */
  left: value<readonly (ProposedWall | ProposedElement)[]>([]),
  /** Whether the unsure ones are walked through, one after another. */
  walking: value<boolean>(false),
  /** Whether all that is sure is traced as soon as it is read. */
  traceWhenRead: value<boolean>(false),
  /** From this certainty on a proposal is taken with all. */
  certainty: value<number>(USUAL_CERTAINTY),
})

/** The types of walls of the project. */
export const wallTypesDialog = defineDialog('wall-types')

export const wallsCard: CardToken = { name: 'walls', title: 'Walls' }
