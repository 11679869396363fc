import type { Point } from '@/core/geometry/vector'
import { nextNumber } from '@/core/model/remark/remarks'
import type { Remark } from '@/core/model/remark/schema'
import { boardPicture } from '@/studio/board/board-picture'
import { authorName } from '@/studio/state/author'
import { choose } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { type PinPlace, remarkOptions } from './options'

const now = (): string => new Date().toISOString()

/** Writes a remark at a place, with a picture of what the board shows. */
export function addRemark(text: string, { at, levelId, about }: PinPlace, assignedTo: string): void {
  const picture = boardPicture()
  const id = crypto.randomUUID()
  put('Add remark', {
    id,
    kind: 'remark',
    number: nextNumber(useProject.getState().records),
    text: text.trim(),
    at,
    levelId,
    about: [...about],
    status: 'open',
    author: authorName(),
    madeAt: now(),
    assignedTo: assignedTo.trim(),
    answers: [],
    ...(picture && { picture }),
  })
  choose(remarkOptions, { pin: null, opened: id })
}

/** Writes a remark at a place that was found by other means, and does not open it. */
export const pinRemark = (at: Point, levelId: string, about: readonly string[], text: string): void => {
  addRemark(text, { at, levelId, about }, '')
  choose(remarkOptions, { opened: null })
}

export const answerRemark = (remark: Remark, text: string): void =>
  put('Answer remark', {
    ...remark,
    answers: [...remark.answers, { id: crypto.randomUUID(), author: authorName(), madeAt: now(), text: text.trim() }],
  })

export const settleRemark = (remark: Remark): void =>
  put(remark.status === 'open' ? 'Settle remark' : 'Open remark again', {
    ...remark,
    status: remark.status === 'open' ? 'settled' : 'open',
  })

export const assignRemark = (remark: Remark, assignedTo: string): void =>
  put('Assign remark', { ...remark, assignedTo: assignedTo.trim().slice(0, 100) })
