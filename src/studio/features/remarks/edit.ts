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
export function addRemark(text: string, place: PinPlace, assignedTo: string): void {
  const remark = remarkOf(text, place, assignedTo, nextNumber(useProject.getState().records), boardPicture())
  put('Add remark', remark)
  choose(remarkOptions, { pin: null, opened: remark.id })
}

function remarkOf(
  text: string,
  { at, levelId, about }: PinPlace,
  assignedTo: string,
  number: number,
  picture: string | null | undefined,
): Remark {
  return {
    id: crypto.randomUUID(),
    kind: 'remark',
    number,
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
  }
}

/** Writes remarks at places that were found by other means, in one change, and opens none; one alone with a picture of the board. */
export function pinRemarks(all: readonly (PinPlace & { readonly text: string })[]): void {
  const picture = all.length === 1 ? boardPicture() : undefined
  const first = nextNumber(useProject.getState().records)
  put(
    all.length === 1 ? 'Add remark' : 'Add remarks',
    ...all.map(({ text, ...place }, i) => remarkOf(text, place, '', first + i, picture)),
  )
  choose(remarkOptions, { pin: null, opened: null })
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
