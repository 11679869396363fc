import { proposeScale, type ScaleProposal } from '@/core/fit/proposal/propose'
import { statedRatio } from '@/core/fit/stated-ratio'
import { encodeSheet, indexSheet } from '@/core/sheet/binary'
import { signatureOf } from '@/core/sheet/likeness'
import { contentOf, countContent, isVisible, type Linework } from '@/core/sheet/linework'
import { recordedRatio, type StatedMeasure } from '@/core/sheet/measures'
import { problemOf } from '@/core/sheet/pdf/problem'
import { encodeSolids } from '@/core/sheet/solids'
import { openSource } from '../open-source'
import { proposeFromPicture, wantsLettering } from '../propose-page'
import type { SheetFile } from '../sheet-file'
import { strokesOf } from '../strokes'
import type { Asked, Findings, OpenedFile, OpenedPage, Outcome, ReadLines, Task, TaskFile } from './tasks'

/** The file that was read last stays open: its next page is probably asked for next. */
let last: { readonly key: string; readonly file: SheetFile } | null = null

/**
 * Does tasks one after another. One that fails does not touch the others.
 * @param begin is told which of them begins
 * @param end is told how each ended
 */
export async function doTasks(
  { file, tasks }: Asked,
  begin: (index: number) => void,
  end: (index: number, outcome: Outcome) => void,
): Promise<void> {
  const packing: Promise<void>[] = []
  for (const [index, task] of tasks.entries()) {
    begin(index)
    try {
      const result = await doTask(await fileOf(file), task)
      if (!('packed' in result)) end(index, result)
      else
        packing.push(
          result.packed.then(
            (done) => end(index, { done }),
            (error: unknown) => end(index, outcomeOf(error)),
          ),
        )
    } catch (error) {
      end(index, outcomeOf(error))
    }
  }
  await Promise.all(packing)
}

/** What the system refuses us (ENOSPC, EMFILE ...) is no fault of the file. */
function outcomeOf(error: unknown): Outcome {
  const { code, message } = error as { code?: unknown; message?: string }
  if (typeof code === 'string' && /^E[A-Z]+$/.test(code)) return { fault: `${code}: ${message}` }
  return { problem: problemOf(error).problem }
}

async function fileOf({ key, bytes, password }: TaskFile): Promise<SheetFile> {
  if (last?.key === key) return last.file
  await last?.file.close()
  last = null
  if (!bytes) throw new Error('A file was asked for without its bytes.')
  const file = await openSource(bytes, { password: password ?? undefined })
  last = { key, file }
  return file
}

async function doTask(file: SheetFile, task: Task): Promise<Outcome | { readonly packed: Promise<Uint8Array> }> {
  switch (task.kind) {
    case 'open':
      return { done: await openedFile(file) }
    case 'picture':
      return (await file.page(task.page)).picture()
    case 'lines':
      return { done: await readLines(file, task.page, task.pictured) }
    case 'letters': {
      const page = await file.page(task.page)
      return { done: await proposeFromPicture(page, await page.linework()) }
    }
    case 'strokes':
      return { done: encodeSheet(indexSheet(await strokesOf(await file.page(task.page)))) }
  }
}

async function openedFile(file: SheetFile): Promise<OpenedFile> {
  const names = await file.names()
  const pages: OpenedPage[] = []
  for (let number = 1; number <= file.pageCount; number++) {
    const label = names[number - 1] ?? null
    pages.push(
      await file.page(number).then(
        ({ widthPt, heightPt, zeroPt, elevationMm, resolution }) => ({
          label,
          widthPt,
          heightPt,
          zeroPt,
          elevationMm: elevationMm ?? null,
          resolution,
          problem: null,
        }),
        (error: unknown) => ({
          label,
          widthPt: 0,
          heightPt: 0,
          zeroPt: { x: 0, y: 0 },
          elevationMm: null,
          resolution: null,
          problem: problemOf(error).problem,
        }),
      ),
    )
  }
  return { producer: file.producer, embedded: (await file.embedded?.()) ?? [], pages }
}

async function readLines(file: SheetFile, number: number, pictured: boolean): Promise<ReadLines> {
  const page = await file.page(number)
  const picture = pictured ? null : await (await page.picture()).packed
  const linework = await page.linework()
  const findings = findingsOf(linework, (await page.measures?.()) ?? [])
  const solids = await page.solids?.()
  return {
    bytes: encodeSheet(indexSheet(linework)),
    print: await page.print(),
    solids: solids ? encodeSolids(solids) : null,
    picture,
    findings,
    lettering: wantsLettering(linework, findings.proposal),
  }
}

/** Text kept of a page for finding it. */
const MOST_WORDS = 200_000

function findingsOf(linework: Linework, measures: readonly StatedMeasure[]): Findings {
  const counts = countContent(linework)
  const text = linework.text.filter(({ flags }) => isVisible(flags))
  return {
    counts,
    content: contentOf(counts),
    ratio: statedRatio(text) ?? recordedRatio(measures),
    proposal: proposalOf(linework, measures),
    roundingPt: linework.roundingPt ?? null,
    words: text
      .map((run) => run.text)
      .join('\n')
      .slice(0, MOST_WORDS),
    signature: signatureOf(linework),
  }
}

/** A proposal is a help beside the page: where it fails, the page is none the worse. */
function proposalOf(linework: Linework, measures: readonly StatedMeasure[]): ScaleProposal | null {
  try {
    return proposeScale(linework, measures)
  } catch {
    return null
  }
}
