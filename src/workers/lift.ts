import { expose, transfer } from 'comlink'
import { type Lifted, type LiftJob, lift } from '@/core/lift/lift'
import type { LiftPreview } from '@/core/lift/options'
import type { PlainShape } from '@/core/model/plain-shapes'
import { decodeSheet, type IndexedSheet } from '@/core/sheet/binary'

let sheet: { url: string; indexed: IndexedSheet } | null = null
let lifted: Lifted | null = null

/** Lifts linework beside the page, and hands the shapes over in pieces. */
const lifter = {
  /** Works out what a lift makes. @param url where the linework is had; browsers keep it */
  async prepare(url: string, job: LiftJob): Promise<LiftPreview & { readonly count: number }> {
    if (sheet?.url !== url) {
      const response = await fetch(url)
      if (!response.ok) throw new Error('The lines of this sheet could not be fetched. Try again.')
      sheet = { url, indexed: decodeSheet(await response.arrayBuffer()) }
    }
    lifted = lift(sheet.indexed.linework, job)
    const { before, after, chords, shapes } = lifted
    // A copy goes over: the shapes stay here until they are taken.
    const shown = chords.slice()
    return transfer({ before, after, chords: shown, count: shapes.length }, [shown.buffer])
  },
  /** Shapes of the last lift. */
  take: (from: number, count: number): readonly PlainShape[] => lifted?.shapes.slice(from, from + count) ?? [],
}

export type Lifter = typeof lifter

expose(lifter)
