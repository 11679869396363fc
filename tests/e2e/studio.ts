import { test as base, expect, type Locator, type Page } from '@playwright/test'
import sharp from 'sharp'
import type { ProjectRecord } from '../../src/core/model/registry'

/** Playwright's test, failing as well where the page throws. */
export const test = base.extend({
  page: async ({ page }, use) => {
    const thrown: string[] = []
    page.on('pageerror', ({ message }) => thrown.push(message))
    await use(page)
    expect(thrown, 'errors thrown in the page').toEqual([])
  },
})

/** Between the card and the edges of the board. */
const CARD_GAP_PX = 10

/** A drawer below the board, by its word. */
export type Drawer = 'Size' | 'Place' | 'Walls' | 'Rooms' | 'Structure' | 'Lines' | 'Change'

/** The studio as a person handles it, for tests: what stands on the screen, and points of a sheet by their place on paper. */
export class StudioPage {
  private origin = { x: 0, y: 0 }
  private pxPerPt = 1

  constructor(readonly page: Page) {}

  /** @param address of a Calque other than the usual one */
  async newProject(name: string, address = ''): Promise<string> {
    await this.page.goto(`${address}/`)
    await this.page.getByLabel('New project').fill(name)
    await this.page.getByRole('button', { name: 'Begin' }).click()
    await this.page.waitForURL(/\/projects\//)
    await expect(this.page.getByText('Drop plans anywhere here')).toBeVisible()
    return this.page.url().split('/').at(-1)!
  }

  async upload(name: string, bytes: Uint8Array): Promise<void> {
    await this.uploadFile({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(bytes) })
  }

  /** @param file where it lies, or what it holds */
  async uploadFile(file: Parameters<Locator['setInputFiles']>[0]): Promise<void> {
    await this.page.getByLabel('Choose files').first().setInputFiles(file)
  }

  /** Waits until all pages of a project are read: also those whose reading has not begun. */
  async allRead(projectId: string): Promise<void> {
    const states = async () => {
      const answer = await this.page.request.get(`/api/projects/${projectId}/sources`)
      const sources = (await answer.json()) as { status: string; sheets: { status: string }[] }[]
      return [...new Set(sources.flatMap((source) => [source, ...source.sheets]).map(({ status }) => status))]
    }
    await expect.poll(states, { timeout: 60_000 }).toEqual(['ready'])
  }

  pageCard(number: number): Locator {
    return this.page.getByRole('button', { name: new RegExp(`^(Page )?${number}\\b.*: select$`) })
  }

  /** Brings a page in and waits until its lines can be caught. */
  async bringIn(number: number, widthPt: number, heightPt: number): Promise<void> {
    const linework = this.page.waitForResponse(
      (response) =>
        response.url().includes('/api/contents/') &&
        response.ok() &&
        response.headers()['content-type'] === 'application/octet-stream',
    )
    await this.bringInAgain(number, widthPt, heightPt)
    await linework
  }

  /** Brings in a page whose lines are at hand already. */
  async bringInAgain(number: number, widthPt: number, heightPt: number): Promise<void> {
    await this.pageCard(number).click()
    await this.page.getByRole('button', { name: 'Bring it in' }).click()
    await expect(this.page.getByRole('complementary', { name: 'Fit: card' })).toBeVisible()
    await this.framed()
    await this.frameSheet({ width: widthPt, height: heightPt })
  }

  /** Waits until the board shows what was just laid on it: that comes two frames later. */
  async framed(): Promise<void> {
    await this.page.evaluate(async () => {
      for (let i = 0; i < 3; i++) await new Promise(requestAnimationFrame)
    })
  }

  /** Opens a project. */
  async open(id: string): Promise<void> {
    await this.page.goto(`/projects/${id}`)
    await expect(this.board).toBeVisible()
  }

  /** Waits until the solid view shows something: its middle is not all of one colour. */
  async solidShown(): Promise<void> {
    const view = this.page.getByRole('img', { name: /^Solid (view )?of / })
    await expect(async () => {
      const { x, y, width, height } = (await view.boundingBox())!
      const clip = { x: x + 0.3 * width, y: y + 0.4 * height, width: 0.4 * width, height: 0.3 * height }
      const { channels } = await sharp(await this.page.screenshot({ clip })).stats()
      expect(Math.max(...channels.map(({ stdev }) => stdev))).toBeGreaterThan(5)
    }).toPass()
  }

  /** Waits until every sheet is drawn sharply. */
  async drawn(): Promise<void> {
    await expect(this.page.getByTestId('drawing'))
      .toBeVisible({ timeout: 1000 })
      .catch(() => undefined)
    await expect(this.page.getByTestId('drawing')).toBeHidden({ timeout: 120_000 })
  }

  /** The share of the board on which there is ink. */
  async inked(): Promise<number> {
    return this.board
      .locator('canvas')
      .first()
      .evaluate((canvas: HTMLCanvasElement) => {
        const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height)
        let dark = 0
        for (let i = 0; i < data.length; i += 4) if (data[i]! + data[i + 1]! + data[i + 2]! < 330) dark++
        return dark / (data.length / 4)
      })
  }

  /** Works out where the points of a sheet stand on the screen, while the whole of it shows. */
  async frameSheet(sheet: { width: number; height: number }): Promise<void> {
    const board = await this.board.boundingBox()
    if (!board) throw new Error('There is no board.')
    const margin = 0.92
    // What is shown whole keeps clear of the card that floats over the board.
    const card = this.page.getByRole('complementary', { name: /: card$/ })
    const over = (await card.isVisible()) ? await card.boundingBox() : null
    const covered = over && over.x < board.x + board.width ? over.width + 2 * CARD_GAP_PX : 0
    const width = board.width - covered
    this.pxPerPt = Math.min((width * margin) / sheet.width, (board.height * margin) / sheet.height)
    this.origin = {
      x: board.x + width / 2 - (sheet.width / 2) * this.pxPerPt,
      y: board.y + board.height / 2 + (sheet.height / 2) * this.pxPerPt,
    }
  }

  get board(): Locator {
    return this.page.getByRole('application', { name: /^Board/ })
  }

  get bench(): Locator {
    return this.page.getByRole('region', { name: 'Bench' })
  }

  get caught(): Locator {
    return this.page.getByTestId('caught')
  }

  at(xPt: number, yPt: number): { x: number; y: number } {
    return { x: this.origin.x + xPt * this.pxPerPt, y: this.origin.y - yPt * this.pxPerPt }
  }

  /** Moves the mouse to a point of the sheet, a little beside it, as hands do. */
  async hover(xPt: number, yPt: number, missPx = 0.4): Promise<void> {
    const { x, y } = this.at(xPt, yPt)
    await this.page.mouse.move(x + missPx, y - missPx, { steps: 3 })
  }

  /** Clicks a point of the sheet once the cursor has caught what it should. */
  async clickOn(xPt: number, yPt: number, word: string): Promise<void> {
    await this.hover(xPt, yPt)
    await expect(this.caught).toContainText(word)
    await this.page.mouse.down()
    await this.page.mouse.up()
  }

  /** Clicks a place of the sheet, whatever is caught there. */
  async pressOn(xPt: number, yPt: number, missPx = 0): Promise<void> {
    await this.hover(xPt, yPt, missPx)
    await this.page.mouse.down()
    await this.page.mouse.up()
  }

  /** Chooses from a list that opens, once that has the keyboard: before, it takes no click. */
  async choose(list: Locator, word: string): Promise<void> {
    await list.press('Enter')
    await expect(this.page.getByRole('listbox').locator(':focus')).toBeVisible()
    await this.page.getByRole('option', { name: word, exact: true }).click()
  }

  /** Takes a tool out of its drawer. */
  async take(drawer: Drawer, word: string): Promise<void> {
    const front = this.bench.getByRole('group', { name: 'Drawers' }).getByRole('button', { name: drawer, exact: true })
    if ((await front.getAttribute('aria-expanded')) !== 'true') await front.click()
    const tray = this.page.getByRole('group', { name: `Drawer: ${drawer}` })
    await tray.getByRole('button', { name: new RegExp(`^${word}`) }).click()
    await expect(tray).toBeHidden()
  }

  /** Opens the card where only its title shows. */
  async openCard(title: string): Promise<void> {
    await this.page.getByRole('button', { name: `${title} …`, exact: true }).click()
  }

  async goTo(step: string): Promise<void> {
    await this.page
      .getByRole('navigation', { name: 'Steps' })
      .getByRole('button', { name: new RegExp(`^${step}`) })
      .click()
  }

  /** Waits until the server has everything. */
  async kept(): Promise<void> {
    await expect(this.page.getByText('All saved')).toBeVisible()
  }

  /** What the server has of one kind in a project, once it has everything. */
  async records<K extends ProjectRecord['kind']>(
    project: string,
    kind: K,
  ): Promise<Extract<ProjectRecord, { kind: K }>[]> {
    await this.kept()
    const response = await this.page.request.get(`/api/projects/${project}`)
    const { records } = (await response.json()) as { records: ProjectRecord[] }
    return records.filter((record): record is Extract<ProjectRecord, { kind: K }> => record.kind === kind)
  }
}
