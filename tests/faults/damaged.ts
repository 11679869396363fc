import { mutatedFiles } from '../support/mutations'
import { askAt, json, newProject, pause } from './editor'

export interface DamageReport {
  readonly files: number
  /** Files that were taken, and of those how many have at least one page that reads. */
  readonly taken: number
  readonly readable: number
  /** Files of which not all was said when the time was up. */
  readonly hanging: number
  /** Sentences with a path or a piece of a program in them, and answers that are no answers. */
  readonly wrongWords: readonly string[]
  /** Answers of 500 and above. */
  readonly failures: number
  readonly serverWell: boolean
}

interface Seen {
  name: string
  status: string
  problem: string | null
  canTryAgain: boolean
  sheets: { status: string; problem: string | null; canTryAgain: boolean }[]
}

/** A path of this machine, a line of a stack, a name of an error: nothing of it is for people. */
const UNFIT =
  /(^|\s)\/(work|home|tmp|usr|var|node)|node_modules|\bat .+:\d+:\d+|Error:|undefined|\[object|ECONN|SQL|syntax error/i

const isDone = ({ status, sheets }: Seen) =>
  status === 'failed' ||
  status === 'locked' ||
  (status === 'ready' && sheets.every(({ status: each }) => /ready|failed/.test(each)))

/** Sends damaged files of all kinds and waits until all that can be said of each has been said. */
export async function damaged(
  address: string,
  count: number,
  seed: number,
  mostSeconds: number,
): Promise<DamageReport> {
  const files = await mutatedFiles(count, seed)
  const project = await newProject(askAt(address), `damaged ${seed}`)
  const wrongWords: string[] = []
  let failures = 0
  let taken = 0
  const look = (text: string | null, of: string) => {
    if (text !== null && (UNFIT.test(text) || !/\.$/.test(text))) wrongWords.push(`${of}: ${text}`)
  }
  const send = async ({ name, bytes }: (typeof files)[number]) => {
    const answer = await fetch(`${address}/api/projects/${project}/sources?name=${name}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: bytes as BodyInit,
    })
    const body = (await answer.json()) as { known?: boolean; detail?: string }
    if (answer.status >= 500) failures++
    if (!answer.ok) look(body.detail ?? '', name)
    else if (!body.known) taken++
  }
  for (let i = 0; i < files.length; i += 6) await Promise.all(files.slice(i, i + 6).map(send))
  const sources = async () => (await json(askAt(address), `/api/projects/${project}/sources`)) as Seen[]
  const ends = performance.now() + mostSeconds * 1000
  let seen = await sources()
  while (seen.some((source) => !isDone(source)) && performance.now() < ends) {
    await pause(1000)
    seen = await sources()
  }
  for (const { name, problem, sheets, canTryAgain } of seen) {
    look(problem, name)
    for (const sheet of sheets) look(sheet.problem, name)
    if (canTryAgain || sheets.some((sheet) => sheet.canTryAgain)) failures++
  }
  return {
    files: files.length,
    taken,
    readable: seen.filter(({ sheets }) => sheets.some(({ status }) => status === 'ready')).length,
    hanging: seen.filter((source) => !isDone(source)).length,
    wrongWords,
    failures,
    serverWell: (await fetch(`${address}/api/health/ready`)).ok,
  }
}
