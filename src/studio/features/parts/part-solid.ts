import { useEffect } from 'react'
import { create } from 'zustand'
import type { Vector3 } from '@/core/geometry/space'
import type { Part } from '@/core/model/part/schema'
import type { ProjectRecord } from '@/core/model/registry'
import { viewsOf } from '@/core/model/work-plane/schema'
import type { FeatureNumber } from '@/core/part/solid/features'
import { useProject } from '@/studio/state/project'
import { WorkerClient } from '@/studio/state/worker-client'
import type { BuiltPart, PartMaker } from '@/workers/part'

/** The solid of the part that is worked on, as it was built last. */
interface PartSolid {
  readonly partId: string | null
  readonly built: BuiltPart | null
  readonly building: boolean
  /** Why nothing could be built, in a sentence. */
  readonly problem: string | null
  /** A place that is shown on the solid, in the part's own space. */
  readonly marked: Vector3 | null
  /** Edges and faces that are picked on the solid, in order. */
  readonly picked: readonly FeatureNumber[]
}

export const usePartSolid = create<PartSolid>(() => ({
  partId: null,
  built: null,
  building: false,
  problem: null,
  marked: null,
  picked: [],
}))

const { getState: get, setState: set } = usePartSolid

/** A build that takes longer hangs: its worker is ended, and the next change starts another one. */
const maker = new WorkerClient<PartMaker>(
  () => new Worker(new URL('../../../workers/part.ts', import.meta.url), { type: 'module' }),
  {
    longestMs: 30_000,
    tooLong: 'Building this part takes too long. Its steps are kept: change or switch off the last one.',
  },
)

/** What is to be built next, while something is being built. */
let next: { readonly part: Part; readonly records: readonly ProjectRecord[] } | null = null

/** Builds a part; of several that are asked for meanwhile only the last one. */
export async function buildPart(part: Part, records: readonly ProjectRecord[]): Promise<void> {
  next = { part, records }
  if (get().building) return
  set({ building: true })
  while (next) {
    const now: NonNullable<typeof next> = next
    next = null
    set(await built(now.part, now.records))
  }
  set({ building: false })
}

async function built(part: Part, records: readonly ProjectRecord[]): Promise<Partial<PartSolid>> {
  try {
    const made = await maker.call((parts) => parts.build(part, records))
    // What was picked may be another edge now.
    return { partId: part.id, built: made, problem: null, picked: [] }
  } catch (error) {
    // What is left of a build that failed is not built on.
    maker.end()
    return { partId: part.id, problem: (error as Error).message }
  }
}

/** What can be told of an edge or a face of the solid that is shown. */
export const solidFeature = (number: FeatureNumber) => maker.call((parts) => parts.feature(number))

/** The least distance between two edges or faces of the solid that is shown. */
export const solidDistance = (a: FeatureNumber, b: FeatureNumber): Promise<number | null> =>
  maker.call((parts) => parts.distance(a, b))

/** The solid that is shown as a symbol. */
export const solidSymbol = () => maker.call((parts) => parts.symbol())

const isSameFeature = (a: FeatureNumber, b: FeatureNumber): boolean => a.kind === b.kind && a.index === b.index

/** Picks an edge or a face of the solid; one that is picked is let go. */
export function pickFeature(feature: FeatureNumber): void {
  const { picked } = get()
  const others = picked.filter((each) => !isSameFeature(each, feature))
  set({ picked: others.length < picked.length ? others : [...picked, feature] })
}

/** Goes on to the next edge or face, as a click on it would, letting go of the one before. */
export function pickNext(kind: FeatureNumber['kind']): void {
  const mesh = get().built?.made?.mesh
  const count = (kind === 'edge' ? mesh?.edgeEnds : mesh?.faceEnds)?.length ?? 0
  if (count === 0) return
  const last = get().picked.at(-1)
  const index = last?.kind === kind ? (last.index + 1) % count : 0
  set({ picked: [...get().picked.slice(0, -1), { kind, index }] })
}

export const dropPicked = (): void => set({ picked: [] })

/** What a part is made from: its views and the lines on them. */
export function sourcesOf(part: Part, records: ReadonlyMap<string, ProjectRecord>): ProjectRecord[] {
  const views = new Set(viewsOf(part.id, records).map(({ id }) => id))
  return [...records.values()].filter(
    (record) =>
      views.has(record.id) || ('planeId' in record && record.planeId !== undefined && views.has(record.planeId)),
  )
}

let last: readonly unknown[] = []

/** Keeps the solid of a part up to date with its steps and lines. */
export function useBuiltPart(part: Part): void {
  const records = useProject((project) => project.records)
  useEffect(() => {
    const sources = sourcesOf(part, records)
    const now = [part, ...sources]
    if (now.length === last.length && now.every((each, i) => each === last[i])) return
    last = now
    void buildPart(part, sources)
  }, [part, records])
}
