import JSZip from 'jszip'
import { buildingOf } from '@/core/building/building'
import { BcfError, readBcf } from '@/core/formats/bcf/read'
import { remarksOfTopics } from '@/core/formats/bcf/to-remarks'
import { localZeroOf } from '@/core/formats/local-zero'
import { validateRecord } from '@/core/model/registry'
import type { Actor } from '@/core/people/rights'
import { storable } from '@/core/text/storable'
import { keepChange } from './changes'
import { saysAsSelf } from './people/authorship'
import { Problem } from './problem'
import { openProject } from './projects'
import { unpacked } from './unpacked'

const MOST_ENTRIES = 10_000
const MOST_FILE_BYTES = 8 << 20
const MOST_BYTES = 128 << 20
/** What of a BCF is read. */
const READ = /\.(bcf|bcfv|png|jpe?g)$/i

/** How remarks from a BCF were taken in. */
export interface TakenRemarks {
  readonly fresh: number
  readonly renewed: number
  /** Pictures that were too large to be kept. */
  readonly picturesLeftOut: number
}

/**
 * Takes the topics of a BCF into a project as remarks, in one change.
 * @param holdsOthersWords asked where the file holds words of others than whoever brings it; throws where that is not for them
 * @throws Problem
 */
export async function takeRemarks(
  projectId: string,
  bytes: Uint8Array,
  by: Actor,
  holdsOthersWords: () => void,
): Promise<TakenRemarks> {
  const { records: all, identity, epoch } = await openProject(projectId)
  const records = new Map(all.map((record) => [record.id, record]))
  const ground = { projectId: identity, zero: localZeroOf(buildingOf(records)) }
  const { remarks, ...taken } = await inWords(async () =>
    remarksOfTopics(readBcf(await unpackBcf(bytes)), records, ground),
  )
  const edits = remarks.map((after) => ({
    id: after.id,
    before: records.get(after.id) ?? null,
    after: validateRecord(storable(after)),
  }))
  if (!saysAsSelf({ edits }, by)) holdsOthersWords()
  if (edits.length > 0)
    await keepChange(
      projectId,
      { id: crypto.randomUUID(), label: 'Take in remarks', cause: 'edit', of: null, edits },
      { epoch },
      by,
    )
  return taken
}

async function inWords<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (!(error instanceof BcfError)) throw error
    throw new Problem(422, 'no-bcf', `These remarks can’t be taken in. ${error.message}`)
  }
}

/** The files of a BCF that are read, by their paths. @throws BcfError */
async function unpackBcf(bytes: Uint8Array): Promise<Map<string, Uint8Array>> {
  const zip = await JSZip.loadAsync(bytes).catch(() => {
    throw new BcfError('It is no ZIP file, or a damaged one.')
  })
  const entries = Object.values(zip.files).filter(({ dir, name }) => !dir && READ.test(name))
  if (entries.length > MOST_ENTRIES) throw new BcfError('It holds far too many files.')
  const files = new Map<string, Uint8Array>()
  let left = MOST_BYTES
  for (const entry of entries) {
    const content = await unpacked(entry, Math.min(MOST_FILE_BYTES, left)).catch((error: Error) => {
      throw new BcfError(error.message)
    })
    left -= content.length
    files.set(entry.name, content)
  }
  return files
}
