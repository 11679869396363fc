import { execFile } from 'node:child_process'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { expect, type Locator, type Page } from '@playwright/test'
import type { LibraryItem } from '../../src/core/library/item'
import { seriousOn } from './axe'
import { Drawing } from './drawing'
import { type StudioPage, test } from './studio'

/** It goes a long way: a slow machine needs its time. */
test.beforeEach(() => test.setTimeout(180_000))

const run = promisify(execFile)

async function wallTypes(studio: StudioPage): Promise<Locator> {
  await studio.choose(studio.bench.getByLabel('Wall type'), 'Wall types…')
  return studio.page.getByRole('dialog', { name: 'Wall types' })
}

async function openLibrary(page: Page): Promise<Locator> {
  await page.keyboard.press('Control+k')
  await page.getByRole('combobox', { name: /Find/ }).fill('library')
  await page.keyboard.press('Enter')
  return page.getByRole('dialog', { name: 'Library' })
}

test('a wall type is kept for every project, in versions: projects take it and follow when they wish', async ({
  page,
  context,
}) => {
  const name = `Clad ${Date.now()}`
  const first = await new Drawing(page).begin('Where a type is made')

  await test.step('one project keeps it', async () => {
    await first.press('w')
    const dialog = await wallTypes(first.studio)
    await dialog.getByRole('button', { name: 'New wall type' }).click()
    await dialog.getByLabel('Name of the type').fill(name)
    await dialog.getByLabel('Name of the type').press('Enter')
    await dialog.getByRole('button', { name: 'Keep in the library' }).click()
    await expect(dialog).toContainText('As in the library, version 1')
    await dialog.getByRole('button', { name: 'Close' }).click()
    await first.click(150, 150)
    await first.click(450, 150)
    await page.keyboard.press('Escape')
    await expect.poll(async () => (await first.records('wall')).length).toBe(1)
  })
  const thicknessMm = (await first.records('wall'))[0]!.thicknessMm

  await test.step('another one takes it, makes it thicker and keeps that', async () => {
    const second = await new Drawing(await context.newPage()).begin('Where it is used')
    const library = await openLibrary(second.page)
    const row = library.getByRole('listitem', { name })
    await row.getByRole('button', { name: 'Take', exact: true }).click()
    await expect(row).toContainText('in this project')
    await library.getByRole('button', { name: 'Close' }).click()
    await second.press('w')
    const dialog = await wallTypes(second.studio)
    await dialog.getByLabel('Thickness').first().fill('440')
    await dialog.getByLabel('Thickness').first().press('Enter')
    await expect(dialog).toContainText('Changed here since version 1')
    await dialog.getByRole('button', { name: 'Keep as version 2' }).click()
    await expect(dialog).toContainText('As in the library, version 2')
    await second.page.close()
  })

  await test.step('the first one is told, follows with its walls, and goes back by one undo', async () => {
    await page.reload()
    await first.press('w')
    const dialog = await wallTypes(first.studio)
    await expect(dialog).toContainText('Version 2 is in the library; this is from version 1')
    await dialog.getByRole('button', { name: 'Update' }).click()
    await expect(dialog).toContainText('As in the library, version 2')
    await dialog.getByRole('button', { name: 'Close' }).click()
    expect(await first.records('wall')).toMatchObject([{ thicknessMm: 440 }])
    await first.studio.board.focus()
    await page.keyboard.press('Control+z')
    expect(await first.records('wall')).toMatchObject([{ thicknessMm }])
  })

  await test.step('a version of before is taken, and what is taken out is put back', async () => {
    const library = await openLibrary(page)
    await library.getByLabel('Kind').press('Enter')
    await page.getByRole('option', { name: 'wall types' }).click()
    const row = library.getByRole('listitem', { name })
    await row.getByRole('button', { name: `Versions of ${name}` }).click()
    expect(await seriousOn(page)).toEqual([])
    await row.getByRole('button', { name: 'Take version 2' }).click()
    await expect(row).toContainText('in this project')
    await row.getByRole('button', { name: 'Make it the latest' }).click()
    await expect(row).toContainText('version 3,')
    await row.getByRole('button', { name: 'Take out of the library' }).click()
    await expect(row).toHaveCount(0)
    await library.getByLabel('Taken out').check()
    await row.getByRole('button', { name: 'Put back' }).click()
    await expect(row).toHaveCount(0)
    await library.getByLabel('Taken out').uncheck()
    await expect(row).toContainText('version 5,')
    await expect(row.getByRole('button', { name: 'Update' })).toBeVisible()
  })

  await test.step('the command line prints it and takes in the same', async () => {
    const calque = async (...args: string[]) => {
      const { stdout } = await run(process.execPath, ['scripts/calque.mjs', 'library', ...args, '--address', address])
      return JSON.parse(stdout) as LibraryItem[]
    }
    const address = process.env.CALQUE_ADDRESS!
    const printed = (await calque('--kind', 'wall-type')).filter((item) => item.name === name)
    expect(printed).toMatchObject([{ version: 5, shelf: 'organisation' }])
    const folder = await mkdtemp(join(tmpdir(), 'calque-library-'))
    const file = join(folder, 'library.json')
    await writeFile(file, JSON.stringify(printed))
    expect(await calque(file)).toEqual(printed)
    await writeFile(file, '{')
    await expect(calque(file)).rejects.toMatchObject({ stderr: expect.stringContaining('holds no items of a library') })
    await rm(folder, { recursive: true })
  })
})
