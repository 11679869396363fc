import { type Ask, json, pause } from './editor'

/** Brings a file in; each with a note of its own at its end, which no reader minds, so that none is known already. @throws where it is not taken */
export async function bringIn(ask: Ask, project: string, bytes: Uint8Array, name: string): Promise<void> {
  await json(ask, `/api/projects/${project}/sources?name=${name}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: Buffer.concat([bytes, Buffer.from(`\n% ${name}\n`)]),
  })
}

/** The same while parts are killed: one that is not taken is not waited for. @returns whether it was */
export const isBroughtIn = (...file: Parameters<typeof bringIn>): Promise<boolean> =>
  bringIn(...file).then(
    () => true,
    () => false,
  )

interface SeenFile {
  readonly status: string
  readonly sheets: readonly { readonly status: string }[]
}

export const filesOf = async (ask: Ask, project: string): Promise<SeenFile[]> =>
  (await json(ask, `/api/projects/${project}/sources`)) as SeenFile[]

/**
 * Waits until so many files are read with all their pages.
 * @returns how many are, without a fault of ours; fewer where the time is over
 */
export async function filesRead(
  ask: Ask,
  project: string,
  files: number,
  { everyMs = 500, longestMs = 120_000 } = {},
): Promise<number> {
  for (const began = performance.now(); ; await pause(everyMs)) {
    const done = (await filesOf(ask, project)).filter((file) =>
      [file, ...file.sheets].every(({ status }) => status === 'ready'),
    ).length
    if (done >= files || performance.now() - began > longestMs) return done
  }
}
