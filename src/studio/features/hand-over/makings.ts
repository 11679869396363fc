import { create } from 'zustand'
import type { HandOverChoice, MakingView } from '@/core/formats/making'
import { api } from '@/studio/state/api'
import { tell } from '@/studio/state/notices'

/** A file that is being made for the person. */
export interface Making {
  readonly id: string
  /** What it is, as the person asked for it. */
  readonly word: string
  /** From 0 to 1. */
  readonly progress: number
}

/** Files that are being made, in the order in which they were asked for. */
export const useMakings = create<{ readonly makings: readonly Making[] }>(() => ({ makings: [] }))

const LOOK_EVERY_MS = 250

/** Has a file made and hands it to the person when it is done. */
export async function handOver(
  projectId: string,
  format: string,
  word: string,
  on: HandOverChoice = {},
): Promise<void> {
  try {
    const begun = await api.askFor(projectId, format, on)
    const done = await followed(begun, word)
    if (done.status === 'done') save(`/api/makings/${done.id}/file`)
    else if (done.status === 'failed') tell(done.problem)
  } catch (error) {
    tell((error as Error).message)
  }
}

/** Stops one that is being made. */
export async function stopMaking(id: string): Promise<void> {
  await api.stopMaking(id).catch((error: Error) => tell(error.message))
}

async function followed(begun: MakingView, word: string): Promise<MakingView> {
  const { id } = begun
  const show = (progress: number) =>
    useMakings.setState(({ makings }) => ({
      makings: makings.some((each) => each.id === id)
        ? makings.map((each) => (each.id === id ? { ...each, progress } : each))
        : [...makings, { id, word, progress }],
    }))
  try {
    for (let now = begun; ; now = await api.making(id)) {
      if (now.status !== 'waiting' && now.status !== 'working') return now
      show(now.progress)
      await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS))
    }
  } finally {
    useMakings.setState(({ makings }) => ({ makings: makings.filter((each) => each.id !== id) }))
  }
}

/** Hands a file to the browser, which names it as the server says. */
function save(url: string): void {
  const link = document.createElement('a')
  link.href = url
  link.download = ''
  link.click()
}
