import { boathouseSet } from '../../demo/sheets/boathouse'
import { json, pause } from '../faults/editor'
import { Load, type Span, within } from './load'
import { askAnyOf, firstPerson, from, tokenFor } from './office'
import { Processors } from './processors'
import { STRIKES, strike } from './strikes'

/** Three machines under load, and what happens to them: `npm run scale`, or `npm run scale -- load` or `strikes`. */
const addresses = process.env.CALQUE_MACHINES!.split(',')
const wish = {
  projects: Number(process.env.SCALE_PROJECTS ?? 20),
  editors: Number(process.env.SCALE_EDITORS ?? 100),
  listeners: Number(process.env.SCALE_LISTENERS ?? 400),
  pauseMs: Number(process.env.SCALE_PAUSE_MS ?? 4000),
}
const seconds = Number(process.env.SCALE_SECONDS ?? 300)
const FILES = 6
const wanted = process.argv.slice(2)
const runs = (name: string) => wanted.length === 0 || wanted.includes(name)

let sound = true
const tell = (what: string, limit: string, value: string | number, ok = true) => {
  sound &&= ok
  console.log(`${ok ? 'ok  ' : 'NOT '} ${what.padEnd(58)} ${String(value).padEnd(26)} ${limit}`)
}

const lead = await firstPerson(addresses, process.env.CALQUE_SET_UP_CODE!)
const load = await Load.begin(lead, addresses, wish)
if (runs('load')) await underLoad()

const project = load.projects[0]!
const token = await tokenFor(lead, project, 'probe')
const ways = addresses.map((_, i) => askAnyOf(from(addresses, i).slice(0, 1), { authorization: `Bearer ${token}` }))
const bytes = await boathouseSet()
let files = 0
for (const each of runs('strikes') ? STRIKES : []) {
  if (files < FILES && (await bringIn())) files++
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
const read = await filesRead()
const losses = await load.end()
tell('files brought in meanwhile that are read', String(files), read, read === files)
tell('acknowledged changes', '', losses.acknowledged, losses.acknowledged > 0)
tell('  of these lost', '0', losses.lost, losses.lost === 0)
tell('  doubled or out of order', '0', losses.doubled, losses.doubled === 0)
tell('  projects equal to their replay', String(losses.projects), losses.replayed, losses.replayed === losses.projects)
tell('  the change that waited longest, s', '', losses.longestSaveSeconds.toFixed(1))
tell('  streams of events begun again', '', losses.brokenStreams)
process.exit(sound ? 0 : 1)

async function underLoad(): Promise<void> {
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

async function bringIn(): Promise<boolean> {
  // Each is another file: a note at its end, which no reader minds.
  const own = Buffer.concat([bytes, Buffer.from(`\n% ${files}\n`)])
  const answer = await lead(`/api/projects/${project}/sources?name=${files}.pdf`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: own,
  }).catch(() => null)
  return answer?.ok ?? false
}

async function filesRead(): Promise<number> {
  interface Seen {
    status: string
    sheets: { status: string }[]
  }
  for (let tries = 0; ; tries++) {
    const sources = (await json(lead, `/api/projects/${project}/sources`)) as Seen[]
    const done = sources.filter((file) => [file, ...file.sheets].every(({ status }) => status === 'ready')).length
    if (done >= files || tries > 240) return done
    await pause(500)
  }
}
