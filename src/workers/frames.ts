import { expose } from 'comlink'
import { buildingOf } from '@/core/building/building'
import { type FrameFinding, frameFindings } from '@/core/check/frames'
import type { ProjectRecord } from '@/core/model/registry'

/** Looks frames through beside the page. */
const checker = {
  check: (records: readonly ProjectRecord[]): readonly FrameFinding[] =>
    frameFindings(buildingOf(new Map(records.map((record) => [record.id, record])))),
}

export type FrameChecker = typeof checker

expose(checker)
