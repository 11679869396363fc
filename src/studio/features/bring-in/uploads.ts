import { create } from 'zustand'
import { goTo } from '@/studio/board/workbench'
import { takeIssue } from '@/studio/features/revisions/feature'
import { api, OfflineError, type SendAs, type SourceView, UPLOAD_LIMIT_MB, uploadSource } from '@/studio/state/api'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { refreshSources } from '@/studio/state/sources'

/** A file on its way to the server, or one that did not get there. */
export interface UploadState {
  readonly key: string
  readonly name: string
  /** Part that was sent, 0 to 1. */
  readonly part: number
  readonly problem: string | null
  stop(): void
}

/** Files on their way, and the newer revision whose pages are to be matched. */
export const useUploads = create<{ list: readonly UploadState[]; revising: string | null }>(() => ({
  list: [],
  revising: null,
}))

const { setState: set } = useUploads

const update = (key: string, change: Partial<UploadState>): void =>
  set(({ list }) => ({ list: list.map((each) => (each.key === key ? { ...each, ...change } : each)) }))

export const dismiss = (key: string): void => set(({ list }) => ({ list: list.filter((each) => each.key !== key) }))

/** Sends files one after another and goes to where their pages will show. */
export async function bringInFiles(projectId: string, files: readonly File[], sendAs: SendAs = {}): Promise<void> {
  if (files.length === 0) return
  goTo('bring-in')
  for (const file of files) await bringInFile(projectId, file, sendAs)
}

async function bringInFile(projectId: string, file: File, sendAs: SendAs): Promise<void> {
  const key = crypto.randomUUID()
  const begin = (change: Partial<UploadState>) =>
    set(({ list }) => ({
      list: [...list, { key, name: file.name, part: 0, problem: null, stop: () => dismiss(key), ...change }],
    }))
  if (file.size > UPLOAD_LIMIT_MB * 2 ** 20) {
    begin({
      problem: `${file.name} is larger than ${UPLOAD_LIMIT_MB} MB. Save only the pages that are needed to a PDF of their own and bring in that.`,
    })
    return
  }
  const upload = uploadSource(projectId, file, sendAs, (part) => update(key, { part }))
  begin({ stop: upload.stop })
  try {
    const { id, known } = await upload.done
    dismiss(key)
    await refreshSources()
    if (sendAs.supersedes && !known) set({ revising: id })
    if (known) tell(sayKnown(file.name, id, sendAs))
  } catch (error) {
    if ((error as Error).name === 'AbortError') return dismiss(key)
    const problem =
      error instanceof OfflineError
        ? `${file.name} was not sent: the server does not answer. Try again.`
        : (error as Error).message
    update(key, { problem, stop: () => dismiss(key) })
  }
}

function sayKnown(name: string, id: string, sendAs: SendAs): string {
  const held = useProject.getState().sources.find((source) => source.id === id)?.name ?? name
  if (sendAs.again) return `${held} is whole again.`
  return held === name
    ? `${name} is here already, and was not added twice.`
    : `${name} is the same file as ${held}, and was not added twice.`
}

/** Lays the pages of an older revision where those of the newer one lie. */
export async function putBack(older: SourceView, newer: SourceView): Promise<void> {
  const matches = await api.matches(newer.id)
  const pages = new Map(matches.flatMap(({ from, to }) => (to ? [[to, from] as const] : [])))
  const { length: count } = await takeIssue(pages, 'Put back older revision')
  tell(
    count === 0
      ? `No page of ${newer.name} lies on the board: there is nothing to put back.`
      : `${older.name} lies on the board again. Undo takes that back.`,
  )
}
