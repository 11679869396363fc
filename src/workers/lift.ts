import { expose, transfer } from 'comlink'
import { type LiftJob, lift } from '@/core/lift/lift'
import type { LiftPreview } from '@/core/lift/options'
import type { PlainShape } from '@/core/model/plain-schemas'
import type { Linework } from '@/core/sheet/linework'
import { fetchSheet } from './fetch-sheet'

let sheet: { url: string; linework: Linework } | null = null
let lifted: readonly PlainShape[] = []

/** Lifts linework beside the page, and hands the shapes over in pieces. */
const lifter = {
  /**
   * Works out what a lift makes.
   * @param url where the linework is had, by which it is known again
   * @param given the linework, where the page has it: fetching it once more takes seconds on a busy machine
   */
  async prepare(url: string, given: Linework | null, job: LiftJob): Promise<LiftPreview & { readonly count: number }> {
    if (sheet?.url !== url) sheet = { url, linework: given ?? (await fetchSheet(url)).linework }
    const { before, after, chords, unsureChords, shapes } = lift(sheet.linework, job)
    lifted = shapes
    // The chords go over; the shapes stay here until they are taken.
    return transfer({ before, after, chords, unsureChords, count: shapes.length }, [chords.buffer, unsureChords.buffer])
  },
  /** Shapes of the last lift, under ids of their own. */
  take: (from: number, count: number): readonly PlainShape[] =>
    lifted.slice(from, from + count).map((shape) => ({ ...shape, id: crypto.randomUUID() })),
}

export type Lifter = typeof lifter

expose(lifter)
