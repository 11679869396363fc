import type { Browser } from '@playwright/test'
import { chromium } from '@playwright/test'
import { buildingOf, builtFrom } from '@/core/building/building'
import { frameFindings } from '@/core/check/frames'
import { purchaseFor } from '@/core/cutting/stock'
import { FIRST_LEVEL } from '@/core/model/level/schema'
import type { Member } from '@/core/model/member/schema'
import { Plan } from '@/core/model/plan'
import type { ProjectRecord } from '@/core/model/registry'
import type { WorkPlane } from '@/core/model/work-plane/schema'
import { USUAL_DISPLAY } from '@/core/units/format'
import { sceneOf } from '@/studio/board/solid/solids'
import { StudioPage } from '../e2e/studio'
import { CHROMIUM } from '../support/producers'
import { printRow } from './table'

const BAY_MM = 6000
const STOREY_MM = 3500

/** Frames of posts and beams on planes behind one another, tied by beams between them: each beam fitted to its posts at both ends. */
export function framesOf(count: number): Map<string, ProjectRecord> {
  const records = new Map<string, ProjectRecord>([[FIRST_LEVEL.id, FIRST_LEVEL]])
  const [bays, storeys] = [10, 8]
  const member = (
    part: Pick<Member, 'id' | 'use' | 'levelId' | 'sectionId' | 'start' | 'end'> & Partial<Member>,
  ): Member => ({
    kind: 'member',
    startAsideMm: 0,
    endAsideMm: 0,
    seat: 'middle',
    turnRad: 0,
    acrossMm: 0,
    upMm: 0,
    mirrored: false,
    ...part,
  })
  let members = 0
  const add = (made: Member) => {
    if (members >= count) return
    records.set(made.id, made)
    members++
  }
  for (let f = 0; members < count; f++) {
    const plane: WorkPlane = {
      id: `plane-${f}`,
      kind: 'work-plane',
      name: `Frame ${f + 1}`,
      start: { x: 0, y: f * BAY_MM },
      end: { x: bays * BAY_MM, y: f * BAY_MM },
      leanRad: 0,
      beforeMm: 600,
      behindMm: 600,
    }
    records.set(plane.id, plane)
    for (let i = 0; i <= bays; i++)
      for (let s = 0; s < storeys; s++) {
        const [x, y] = [i * BAY_MM, (s + 1) * STOREY_MM]
        const post = (at: number) => `post-${f}-${at}-${s}`
        add(
          member({
            id: post(i),
            use: 'column',
            levelId: plane.id,
            sectionId: 'HEB 240',
            start: { x, y: s * STOREY_MM },
            end: { x, y },
          }),
        )
        if (i === 0) continue
        add(
          member({
            id: `beam-${f}-${i}-${s}`,
            use: 'beam',
            levelId: plane.id,
            sectionId: 'IPE 300',
            start: { x: x - BAY_MM, y: y - 500 },
            end: { x, y: y - 500 },
            startJoint: { to: post(i - 1), kind: 'square', gapMm: 10 },
            endJoint: { to: post(i), kind: 'square', gapMm: 10 },
          }),
        )
        add(
          member({
            id: `tie-${f}-${i}-${s}`,
            use: 'beam',
            levelId: plane.id,
            sectionId: 'IPE 200',
            start: { x: x - BAY_MM / 2, y: y - 480 },
            end: { x: x - BAY_MM / 2, y: y - 480 },
            endAsideMm: -BAY_MM,
            startJoint: { to: `beam-${f}-${i}-${s}`, kind: 'notch', gapMm: 5 },
            endJoint: { to: `beam-${f + 1}-${i}-${s}`, kind: 'notch', gapMm: 5 },
          }),
        )
      }
  }
  return records
}

const MOVES = 15
const NOTHING_PICKED: ReadonlySet<string> = new Set()

/** 5,000 members with their joints: opening, moving one, looking for clashes; and the cutting of 2,000 pieces. */
export async function benchFrames(address: string): Promise<void> {
  const records = framesOf(5000)
  const plan = new Plan()
  const start = performance.now()
  plan.update(records, USUAL_DISPLAY.mm)
  sceneOf(builtFrom(plan, records), NOTHING_PICKED)
  printRow({
    what: '5,000 members with their joints: everything worked out at first, with its solids',
    measured: (performance.now() - start) / 1000,
    limit: 5,
    unit: 's',
  })
  const times = Array.from({ length: MOVES }, (_, i) => {
    const post = records.get('post-2-4-3') as Member
    records.set(post.id, {
      ...post,
      start: { ...post.start, x: post.start.x + 1 },
      end: { ...post.end, x: post.end.x + 1 },
    })
    const next = new Map(records)
    const from = performance.now()
    plan.update(next, USUAL_DISPLAY.mm)
    const worked = performance.now() - from
    sceneOf(builtFrom(plan, next), NOTHING_PICKED)
    return { worked, whole: performance.now() - from, i }
  }).slice(5)
  const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!
  printRow({
    what: '5,000 members: one moved, its neighbours fitted anew (median of ten)',
    measured: median(times.map(({ worked }) => worked)),
    limit: 50,
    unit: 'ms',
    detail: `${median(times.map(({ whole }) => whole)).toFixed(0)} ms with the solids`,
  })
  const building = buildingOf(records)
  const checked = performance.now()
  const findings = frameFindings(building)
  printRow({
    what: '5,000 members: clashes, doubles and near misses of all',
    measured: (performance.now() - checked) / 1000,
    limit: 3,
    unit: 's',
    detail: `${findings.length} found`,
  })
  let seed = 11
  const random = () => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
    return seed / 2 ** 32
  }
  const wanted = Array.from({ length: 2000 }, () => ({ lengthMm: Math.round(500 + random() * 6500), count: 1 }))
  const cut = performance.now()
  const { boughtMm, boundMm } = purchaseFor(wanted, [6000, 12_000], 4)
  const cutMs = performance.now() - cut
  printRow({
    what: '2,000 pieces cut from bars: over the lower bound',
    measured: (boughtMm / boundMm - 1) * 100,
    limit: 2,
    unit: '%',
  })
  printRow({ what: '2,000 pieces cut from bars: time', measured: cutMs / 1000, limit: 5, unit: 's' })
  const browser = await chromium.launch(CHROMIUM)
  try {
    printRow({
      what: '5,000 members: opening the project in the browser, until the board shows them',
      measured: (await opened(browser, address, framesOf(5000))) / 1000,
      limit: 3,
      unit: 's',
    })
  } finally {
    await browser.close()
  }
}

/** Time from asking for a project to its board with everything counted. */
async function opened(browser: Browser, address: string, records: ReadonlyMap<string, ProjectRecord>): Promise<number> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const studio = new StudioPage(page)
  const id = await studio.newProject('Bench frames', address)
  const all = [...records.values()].filter(({ id: each }) => each !== FIRST_LEVEL.id)
  for (let from = 0; from < all.length; from += 2000) {
    const part = all.slice(from, from + 2000)
    const response = await page.request.post(`${address}/api/projects/${id}/changes`, {
      data: {
        id: crypto.randomUUID(),
        label: 'Place members',
        cause: 'edit',
        of: null,
        edits: part.map((after) => ({ id: after.id, before: null, after })),
      },
    })
    if (!response.ok()) throw new Error(await response.text())
  }
  await page.goto(`${address}/`)
  const start = performance.now()
  await page.goto(`${address}/projects/${id}`)
  await page.getByText('5000 members').waitFor()
  await page.waitForFunction(
    () => {
      const canvas = document.querySelector<HTMLCanvasElement>('.board canvas')
      if (!canvas || canvas.width === 0) return false
      // A small copy: reading all of it back would hold the page up.
      const small = new OffscreenCanvas(160, 100).getContext('2d', { willReadFrequently: true })!
      small.drawImage(canvas, 0, 0, 160, 100)
      const { data } = small.getImageData(0, 0, 160, 100)
      let inked = 0
      // Members are darker than the ground and its dots.
      for (let i = 0; i < data.length; i += 4) if (data[i]! < 190) inked++
      return inked > 500
    },
    undefined,
    // Each look waits for the board to be read back: more of them would be most of what is measured.
    { polling: 300 },
  )
  const took = performance.now() - start
  await page.close()
  return took
}
