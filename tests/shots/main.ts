import { mkdirSync } from 'node:fs'
import { writeFile } from 'node:fs/promises'
import { join, resolve } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { StudioPage } from '../e2e/studio'
import { A3, CORNERS, onPaper } from '../support/boathouse'
import { CHROMIUM, inScratch, program } from '../support/producers'

/** Shows the whole sheet beside the card, and works out where its points stand. */
async function shown(page: Page, studio: StudioPage): Promise<void> {
  await studio.board.focus()
  await page.keyboard.press('Home')
  await studio.framed()
  await studio.drawn()
  await studio.frameSheet(A3)
}

/** The pictures of the main views, from the demo data; each ends with the view that it shows. */
const VIEWS: Record<string, (page: Page, studio: StudioPage) => Promise<void>> = {
  projects: async (page) => {
    await page.goto('/')
    await page.getByText('Teal Reach Boathouse').waitFor()
  },
  'page-choice': async (page, studio) => {
    await studio.open('demo-boathouse')
    await studio.goTo('Bring in')
    await page.getByText(/Reading the lines|Drawing page|Opening/).waitFor({ state: 'hidden' })
    await page.getByRole('region', { name: 'Pages', exact: true }).hover()
    // The plan set came first and stands last.
    await page.mouse.wheel(0, 9000)
    await planCard(page, 1).click()
    await planCard(page, 3).click()
  },
  adjusting: async (page, studio) => {
    await page.getByRole('button', { name: 'Clear' }).click()
    await studio.goTo('Trace')
    await page.getByRole('button', { name: 'Select Ground floor' }).click()
    await page.getByRole('button', { name: /^Adjust Ground floor/ }).click()
    await page.getByRole('listitem').filter({ hasText: 'Openings' }).hover()
  },
  proposing: async (page, studio) => {
    await studio.goTo('Fit')
    await shown(page, studio)
    const proposal = page.getByRole('region', { name: 'Proposed scale' })
    await proposal.getByRole('button', { name: 'See them' }).click()
    await proposal.getByRole('listitem').nth(2).hover()
  },
  fitting: async (page, studio) => {
    // The demo's sheets lie fast.
    await page.getByRole('button', { name: 'Unlock it' }).first().click()
    await page.getByRole('button', { name: /^Fit by these/ }).click()
    const question = page.getByRole('dialog', { name: 'What was traced' })
    if (await question.isVisible()) await question.getByRole('button', { name: 'Fit, and follow' }).click()
    await page
      .getByText(/by \d+ known lengths/)
      .first()
      .waitFor()
    await shown(page, studio)
    await page.keyboard.press('k')
    await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
    await studio.hover(...onPaper(...CORNERS[3]))
  },
  tracing: async (page, studio) => {
    await page.keyboard.press('Escape')
    await studio.goTo('Trace')
    await shown(page, studio)
    await page.keyboard.press('w')
    await studio.clickOn(...onPaper(...CORNERS[2]), 'end')
    await studio.hover(...onPaper(...CORNERS[3]))
  },
  building: async (page, studio) => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Work on level Upper' }).click()
    await studio.take('Walls', 'Walls the sheet shows')
    await page.getByRole('button', { name: /^Make these \d+ walls$/ }).waitFor()
    await shown(page, studio)
    await studio.hover(...onPaper(20_000, 14_218), 0)
  },
  solid: async (page, studio) => {
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Work on level Ground' }).click()
    await page.getByRole('button', { name: 'Both', exact: true }).click()
    await studio.drawn()
    await studio.solidShown()
  },
  tables: async (page, studio) => {
    await page.getByRole('button', { name: 'Tables', exact: true }).click()
    await page.getByRole('row').filter({ hasText: 'Workshop' }).getByText('Workshop').click()
    await studio.drawn()
  },
  frame: async (page, studio) => {
    await page.getByRole('button', { name: 'Plan', exact: true }).click()
    await page.getByRole('button', { name: 'Look at Grid line 2' }).click()
    await page.keyboard.press('Home')
    await studio.drawn()
    await page.keyboard.press('s')
    // The collar, in the middle of the hall.
    const board = (await studio.board.boundingBox())!
    await page.mouse.click(board.x + board.width * 0.468, board.y + board.height * 0.394)
    await page.getByText(/Seen from the start/).waitFor()
  },
  states: async (page, studio) => {
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Work on level Ground' }).click()
    await page.getByRole('button', { name: 'History', exact: true }).click()
    await page.getByRole('button', { name: 'Issues and differences' }).click()
    await page.getByRole('button', { name: 'Compare Issued for planning with now' }).click()
    await page.getByText(/^\d+ differences: /).waitFor()
    await page.getByRole('button', { name: 'Both', exact: true }).click()
    await studio.drawn()
    await studio.solidShown()
    await page.getByText(/^\d+ differences: /).scrollIntoViewIfNeeded()
  },
  lifting: async (page, studio) => {
    await page.getByRole('button', { name: 'Clear', exact: true }).click()
    await page.getByRole('button', { name: 'Plan', exact: true }).click()
    await page.getByRole('button', { name: 'Work on level Ground' }).click()
    await studio.drawn()
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: /^More for Ground floor/ }).click()
    await page.getByRole('menuitem', { name: 'Lift its lines …' }).click()
    await page.getByText('After:').waitFor()
  },
  drawing: async (page, studio) => {
    await page.getByRole('button', { name: 'Lift', exact: true }).click()
    await page.getByText(/lifted from/).waitFor()
    await page.getByRole('alert').getByRole('button', { name: 'Close' }).click()
    await shown(page, studio)
    await page.keyboard.press('c')
    await studio.hover(...onPaper(26_000, 4000))
    await page.mouse.down()
    await page.mouse.up()
    await page.keyboard.type('1500')
    await page.keyboard.press('Enter')
    await page.keyboard.press('h')
    await studio.hover(...onPaper(26_300, 4200))
    await page.mouse.down()
    await page.mouse.up()
    await page.keyboard.press('p')
    await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
    await studio.hover(...onPaper(26_000, 4000))
  },
  checking: async (page, studio) => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await studio.goTo('Check')
    await shown(page, studio)
    await page.keyboard.press('m')
    await studio.pressOn(...onPaper(...CORNERS[0]))
    await studio.pressOn(...onPaper(...CORNERS[2]))
  },
  revisions: async (page, studio) => {
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+k')
    const find = page.getByRole('combobox', { name: /^Find a tool/ })
    await find.fill('what changed')
    await page.getByRole('option', { name: /^What changed/ }).click()
    await page.getByRole('combobox', { name: 'Sheet' }).click()
    await page.getByRole('option', { name: 'Ground floor', exact: true }).click()
    await page.getByRole('combobox', { name: 'Compared with' }).click()
    await page.getByRole('option', { name: /issue-B/ }).click()
    await page.getByRole('button', { name: 'Compare', exact: true }).click()
    await page.getByRole('button', { name: 'Next' }).click()
    await page.getByRole('button', { name: 'Next' }).click()
    await studio.drawn()
  },
  'handing-over': async (page, studio) => {
    await page.getByRole('button', { name: 'Clear', exact: true }).click()
    await page.keyboard.press('Escape')
    await studio.goTo('Hand over')
    await page.getByRole('link', { name: 'Save DXF', exact: true }).waitFor()
  },
  part: async (page, studio) => {
    await studio.goTo('Trace')
    await page.getByRole('button', { name: 'Look at Outrigger plate: top' }).click()
    await page.getByRole('button', { name: 'Both', exact: true }).click()
    await page.getByText('kg mm²').waitFor()
    await page.keyboard.press('Home')
    await studio.drawn()
    await studio.solidShown()
  },
  'dark-room': async (page, studio) => {
    await page.getByRole('button', { name: 'Plan', exact: true }).click()
    await page.getByRole('button', { name: /^Work on level Ground/ }).click()
    await page.getByRole('button', { name: 'Dark room' }).click()
    await page.keyboard.press('Home')
    await studio.drawn()
    await studio.bench.getByRole('button', { name: 'Walls', exact: true }).click()
  },
}

const planCard = (page: Page, number: number) =>
  // The second issue of the ground floor stands before the plan set.
  page.getByRole('button', { name: `Page ${number}, A3 landscape, lines: select` }).last()

const folder = 'docs/screenshots'
mkdirSync(folder, { recursive: true })
const browser = await chromium.launch(CHROMIUM)
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  baseURL: process.env.CALQUE_ADDRESS,
  reducedMotion: 'reduce',
})
const studio = new StudioPage(page)
for (const [name, show] of Object.entries(VIEWS)) {
  await show(page, studio)
  await page.waitForLoadState('networkidle').catch(() => undefined)
  await page.screenshot({ path: `${folder}/${name}.png`, animations: 'disabled' })
  console.log(`${folder}/${name}.png`)
}

/** The first page of what is handed on of the changes between the two issues of the demo. */
async function report(): Promise<void> {
  const { sources } = await (await page.request.get('/api/projects/demo-boathouse')).json()
  const pageOf = (name: string) =>
    (sources as { name: string; sheets: { id: string }[] }[]).find((source) => source.name === name)!.sheets[0]!.id
  const pages = new URLSearchParams({
    older: pageOf('boathouse-plans.pdf'),
    newer: pageOf('boathouse-ground-floor-issue-B.pdf'),
  })
  const pdf = await (await page.request.get(`/api/projects/demo-boathouse/hand-over/pdf-changes?${pages}`)).body()
  await inScratch(async (scratch) => {
    await writeFile(join(scratch, 'changes.pdf'), pdf)
    const one = ['-png', '-singlefile', '-scale-to-x', '1280', '-scale-to-y', '-1']
    await program('pdftoppm', ...one, join(scratch, 'changes.pdf'), resolve(folder, 'report'))
  })
  console.log(`${folder}/report.png`)
}

await report()
await browser.close()
