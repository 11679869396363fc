import { createHash, randomBytes } from 'node:crypto'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { densePage } from '../bench/dense-page'
import { Editor, json, newProject, pause } from '../faults/editor'
import { filesRead, isBroughtIn } from '../faults/files'
import { Verdicts } from '../support/verdicts'
import { backUp, goBackTo, restoreAside } from './cluster-control'
import { Load, type Span, within } from './load'
import { askAnyOf, firstPerson, from, tokenFor } from './office'
import { Processors } from './processors'
import { readWith } from './reading'
import { type MeasuredJob, simulate } from './simulate'
import { STRIKES, strike } from './strikes'
import { seenBeyond } from './walls'

/** Three machines under load, and what happens to them: `npm run scale`, or some of it: `npm run scale -- load`, `strikes`, `readers`, `copies`. */
const addresses = process.env.CALQUE_MACHINES!.split(',')
const wish = {
  projects: Number(process.env.SCALE_PROJECTS ?? 20),
  editors: Number(process.env.SCALE_EDITORS ?? 100),
  listeners: Number(process.env.SCALE_LISTENERS ?? 400),
  pauseMs: Number(process.env.SCALE_PAUSE_MS ?? 4000),
}
const seconds = Number(process.env.SCALE_SECONDS ?? 300)
const FILES = 6
/** Of a dense sheet, read by one reader and by two. */
const COPIES = 50
const wanted = process.argv.slice(2)
const runs = (name: string) => wanted.length === 0 || wanted.includes(name)

const verdicts = new Verdicts()
const { tell } = verdicts

const lead = await firstPerson(addresses, process.env.CALQUE_SET_UP_CODE!)
if (runs('load') || runs('strikes')) await atWork()
if (runs('readers')) await readers()
if (runs('copies')) await copies()
process.exit(verdicts.sound ? 0 : 1)

async function atWork(): Promise<void> {
  const load = await Load.begin(lead, addresses, wish)
  if (runs('load')) await underLoad(load)
  const beyond = await seenBeyond(load.projects, 2000)
  tell('2,000 questions at once: seen beyond their own project', '0', beyond, beyond === 0)
  if (runs('strikes')) await strikes(load)
  const losses = await load.end()
  tell('acknowledged changes', '', losses.acknowledged, losses.acknowledged > 0)
  tell('  of these lost', '0', losses.lost, losses.lost === 0)
  tell('  doubled or out of order', '0', losses.doubled, losses.doubled === 0)
  tell(
    '  projects equal to their replay',
    String(losses.projects),
    losses.replayed,
    losses.replayed === losses.projects,
  )
  tell('  the change that waited longest, s', '', losses.longestSaveSeconds.toFixed(1))
  tell('  streams of events begun again', '', losses.brokenStreams)
}

async function strikes(load: Load): Promise<void> {
  const project = load.projects[0]!
  const token = await tokenFor(lead, project, 'probe')
  const ways = addresses.map((_, i) => askAnyOf(from(addresses, i).slice(0, 1), { authorization: `Bearer ${token}` }))
  const bytes = await boathouseSet()
  let files = 0
  for (const each of STRIKES) {
    if (files < FILES && (await isBroughtIn(lead, project, bytes, `${files}.pdf`))) files++
    const struck = await strike(each, ways, project)
    const [saves, all] = [struck.savesAgainSeconds, struck.allBackSeconds]
    const led = struck.ledBefore === struck.leadsAfter ? '' : ` (${struck.ledBefore} led, ${struck.leadsAfter} does)`
    tell(
      `killed: ${each.what}`,
      '30 s',
      `${saves.toFixed(1)} s, all ${all.toFixed(1)} s${led}`,
      Math.max(saves, all) <= 30,
    )
    await pause(3000)
  }
  const read = await filesRead(lead, project, files)
  tell('files brought in meanwhile that are read', String(files), read, read === files)
}

/** What readers read, with one and with two of them, and by simulation with more. */
async function readers(): Promise<void> {
  // As many lines as a usual sheet of a large building has.
  const bytes = await densePage(60_000, 40)
  const processors = new Processors()
  const one = await readWith(lead, 1, bytes, COPIES)
  const two = await readWith(lead, 2, bytes, COPIES)
  processors.end()
  const grown = two.pagesPerSecond / one.pagesPerSecond
  tell('one reader, pages per second', '', one.pagesPerSecond.toFixed(2))
  tell('two readers, pages per second', '', two.pagesPerSecond.toFixed(2))
  tell('  grown by', '1.8', grown.toFixed(2), grown >= 1.8)
  tell('  processors taken by others meanwhile', '', `${(processors.stolen * 100).toFixed(0)} %`)
  const sum = (of: (job: MeasuredJob) => number) => one.jobs.reduce((all, job) => all + of(job), 0) / one.pages
  const [reader, database] = [sum((job) => job.readerSeconds), sum((job) => job.databaseSeconds)]
  tell('  a page takes of a reader, of the database, s', '', `${reader.toFixed(3)}, ${database.toFixed(3)}`)
  for (const count of [1, 2, 4, 8, 16])
    tell(
      `  by simulation, ${count} readers and a database with 4 processors`,
      '',
      `${simulate(one.jobs, { readers: count, processors: 4 }).toFixed(2)} pages per second`,
    )
}

/** Large files, of bytes that nobody can make smaller: in through the proxy, and out again. */
async function sendLarge(project: string): Promise<{ mb: number; inSeconds: number; outSeconds: number }> {
  const files = Array.from({ length: 4 }, () => Buffer.concat([Buffer.from('%PDF-1.7\n'), randomBytes(180 * 2 ** 20)]))
  const began = performance.now()
  for (const [i, body] of files.entries())
    await json(lead, `/api/projects/${project}/sources?name=large-${i}.pdf`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body,
    })
  const between = performance.now()
  for (const body of files) {
    const hash = createHash('sha256').update(body).digest('hex')
    const answer = await lead(`/api/contents/${hash}`)
    if ((await answer.arrayBuffer()).byteLength !== body.length) throw new Error(`${hash} did not come whole.`)
  }
  return {
    mb: (files.length * files[0]!.length) / 2 ** 20,
    inSeconds: (between - began) / 1000,
    outSeconds: (performance.now() - between) / 1000,
  }
}

/** A copy, and the way back to a moment after it: what was done before that moment is there, what was done after is not. */
async function copies(): Promise<void> {
  const project = await newProject(lead, 'Copied')
  const keep = async (name: string) => {
    const editor = new Editor(lead, project, name)
    const edited = editor.edit(0)
    while (editor.acknowledged.length === 0) await pause(10)
    editor.end()
    await edited
    return editor
  }
  const before = await keep('before')
  const sent = await sendLarge(project)
  const copy = await backUp()
  const asideSeconds = await restoreAside()
  const between = await keep('between')
  await pause(2000)
  const moment = new Date().toISOString().replace('T', ' ').replace('Z', '+00')
  await pause(2000)
  const after = await keep('after')
  // The log goes to the copies at least once a minute.
  await pause(65_000)
  const back = await goBackTo(moment)
  const { records } = (await json(lead, `/api/projects/${project}`)) as { records: { id: string }[] }
  const has = ({ acknowledged }: Editor) =>
    acknowledged.every((id) => records.some((record) => `change-${record.id}` === id))
  const rate = (seconds: number, mb: number) =>
    `${mb.toFixed(0)} MB in ${seconds.toFixed(1)} s, ${(mb / seconds).toFixed(1)} MB/s`
  tell('large files brought in', '', rate(sent.inSeconds, sent.mb))
  tell('  and fetched', '', rate(sent.outSeconds, sent.mb))
  tell('a full copy of the database', '', rate(copy.seconds, copy.bytes / 2 ** 20))
  tell('  brought in where nothing is yet', '', rate(asideSeconds, copy.bytes / 2 ** 20))
  tell('back to a moment, as the paper says, s', '', back.seconds.toFixed(1))
  tell('  what was done before the copy is there', 'yes', String(has(before)), has(before))
  tell('  what was done before the moment is there', 'yes', String(has(between)), has(between))
  tell('  what was done after it is not', 'yes', String(!has(after)), !has(after))
}

async function underLoad(load: Load): Promise<void> {
  // Until everybody is there.
  await pause(10_000)
  load.report()
  const processors = new Processors()
  await pause(seconds * 1000)
  processors.end()
  const { saves, events } = load.report()
  tell(
    `${wish.editors} editors, ${wish.listeners} listeners, ${seconds} s`,
    '',
    `${saves.length} saves`,
    saves.length > 0,
  )
  tell('  processors taken by others meanwhile', '', `${(processors.stolen * 100).toFixed(0)} %`)
  tellOf('saves', saves, 150, processors)
  tellOf('events, from the sending', events, 300, processors)
}

/** All of them, and those that fell into seconds in which the machine had its processors. */
function tellOf(what: string, all: readonly Span[], limitMs: number, processors: Processors): void {
  const own = all.filter(({ fromMs, untilMs }) => processors.wereThere(fromMs, untilMs))
  const inWords = (spans: readonly Span[]) =>
    `${within(spans, 0.95).toFixed(0)} (half ${within(spans, 0.5).toFixed(0)}), of ${spans.length}`
  tell(`  ${what}: 95 in 100 within, ms`, String(limitMs), inWords(all), within(all, 0.95) <= limitMs)
  tell('    while the processors were this machine’s own', String(limitMs), inWords(own), within(own, 0.95) <= limitMs)
}
