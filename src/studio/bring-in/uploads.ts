import { create } from 'zustand'
import { OfflineError, UPLOAD_LIMIT_MB, uploadSource } from '../api'
import { goTo } from '../bench-store'
import { refreshSources } from '../project/store'

/** A file on its way to the server, or one that did not get there. */
export interface UploadState {
  readonly key: string
  readonly name: string
  /** Part that was sent, 0 to 1. */
  readonly part: number
  readonly problem: string | null
  stop(): void
}

export const useUploads = create<{ list: readonly UploadState[]; latest: string | null }>(() => ({
  list: [],
  latest: null,
}))

const { setState: set } = useUploads

const update = (key: string, change: Partial<UploadState>): void =>
  set(({ list }) => ({ list: list.map((each) => (each.key === key ? { ...each, ...change } : each)) }))

export const dismiss = (key: string): void => set(({ list }) => ({ list: list.filter((each) => each.key !== key) }))

/** Sends files one after another and goes to where their pages will show. */
export async function bringInFiles(projectId: string, files: readonly File[]): Promise<void> {
  if (files.length === 0) return
  goTo('bring-in')
  for (const file of files) await bringInFile(projectId, file)
}

async function bringInFile(projectId: string, file: File): Promise<void> {
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
  const upload = uploadSource(projectId, file, (part) => update(key, { part }))
  begin({ stop: upload.stop })
  try {
    const { id } = await upload.done
    dismiss(key)
    set({ latest: id })
    await refreshSources()
  } catch (error) {
    if ((error as Error).name === 'AbortError') return dismiss(key)
    const problem =
      error instanceof OfflineError
        ? `${file.name} was not sent: the server does not answer. Try again.`
        : (error as Error).message
    update(key, { problem, stop: () => dismiss(key) })
  }
}
