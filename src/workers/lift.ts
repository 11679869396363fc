import { expose, transfer } from 'comlink'
import { type LiftJob, lift } from '@/core/lift/lift'
import type { LiftPreview } from '@/core/lift/options'
import type { PlainShape } from '@/core/model/plain-shapes'
import type { IndexedSheet } from '@/core/sheet/binary'
import { fetchSheet } from './fetch-sheet'

let sheet: { url: string; indexed: IndexedSheet } | null = null
let lifted: readonly PlainShape[] = []

/** Lifts linework beside the page, and hands the shapes over in pieces. */
const lifter = {
  /** Works out what a lift makes. @param url where the linework is had; browsers keep it */
  async prepare(url: string, job: LiftJob): Promise<LiftPreview & { readonly count: number }> {
    if (sheet?.url !== url) sheet = { url, indexed: await fetchSheet(url) }
    const { before, after, chords, shapes } = lift(sheet.indexed.linework, job)
    lifted = shapes
    // The chords go over; the shapes stay here until they are taken.
    return transfer({ before, after, chords, count: shapes.length }, [chords.buffer])
  },
  /** Shapes of the last lift. */
  take: (from: number, count: number): readonly PlainShape[] => lifted.slice(from, from + count),
}

export type Lifter = typeof lifter

expose(lifter)
