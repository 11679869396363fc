import type { Page } from '@playwright/test'
import type { ProjectRecord } from '../../src/core/model/registry'
import { type Drawer, StudioPage } from './studio'

/** What an open card covers of the board, with the air around it. */
const CARD_COVERS_PX = 300

/** Drawing on the bare board of a new project, in pixels from its upper left corner. */
export class Drawing {
  private left = 0
  private top = 0
  readonly studio: StudioPage
  id = ''

  constructor(readonly page: Page) {
    this.studio = new StudioPage(page)
  }

  async begin(name: string): Promise<this> {
    this.id = await this.studio.newProject(name)
    return this.trace()
  }

  /** Opens a project that is there already. */
  async enter(id: string): Promise<this> {
    this.id = id
    await this.studio.open(id)
    return this.trace()
  }

  private async trace(): Promise<this> {
    await this.studio.goTo('Trace')
    await this.studio.openCard('Trace')
    const { x, y } = (await this.studio.board.boundingBox())!
    this.left = x
    this.top = y
    return this
  }

  async point(x: number, y: number): Promise<void> {
    await this.page.mouse.move(this.left + x, this.top + y, { steps: 3 })
  }

  async click(x: number, y: number): Promise<void> {
    await this.point(x, y)
    await this.page.mouse.down()
    await this.page.mouse.up()
  }

  async drag(x1: number, y1: number, x2: number, y2: number): Promise<void> {
    await this.point(x1, y1)
    await this.page.mouse.down()
    await this.page.mouse.move(this.left + x2, this.top + y2, { steps: 6 })
    await this.page.mouse.up()
  }

  /** Draws a frame around what is to be selected. */
  async frame(x1: number, y1: number, x2: number, y2: number): Promise<void> {
    await this.page.keyboard.down('Shift')
    await this.drag(x1, y1, x2, y2)
    await this.page.keyboard.up('Shift')
  }

  /** The width of the board beside the card that floats over it. */
  clearWidth({ width }: { readonly width: number }): number {
    return width - CARD_COVERS_PX
  }

  /** Types values into the fields of the bench, one after another, and takes them. */
  async type(...values: string[]): Promise<void> {
    for (const [i, value] of values.entries()) {
      if (i > 0) await this.page.keyboard.press('Tab')
      await this.page.keyboard.type(value)
    }
    await this.page.keyboard.press('Enter')
  }

  async press(...keys: string[]): Promise<void> {
    for (const key of keys) await this.page.keyboard.press(key)
  }

  take(drawer: Drawer, word: string): Promise<void> {
    return this.studio.take(drawer, word)
  }

  /** What the server has of one kind, once it has everything. */
  records<K extends ProjectRecord['kind']>(kind: K): Promise<Extract<ProjectRecord, { kind: K }>[]> {
    return this.studio.records(this.id, kind)
  }

  get card() {
    return this.page.getByRole('complementary', { name: 'Trace: card' })
  }

  get said() {
    return this.page.getByRole('alert').and(this.page.locator(':not(#__next-route-announcer__)'))
  }
}
