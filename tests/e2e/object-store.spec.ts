import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { CreateBucketCommand, PutBucketCorsCommand } from '@aws-sdk/client-s3'
import { expect } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { oldSurvey } from '../../demo/sheets/old-survey'
import { startObjectStore } from '../../scripts/lib/object-store.mjs'
import { freePort } from '../../scripts/lib/postgres.mjs'
import { startStack } from '../../scripts/lib/stack.mjs'
import { A3, onPaper } from '../support/boathouse'
import { ownerOf, settingsFor } from '../support/s3'
import { StudioPage, test } from './studio'

/** Where contents lie in a store that browsers reach themselves, as docs/operating.md tells to set it up. */
const BUCKET = 'calque'

test('files whose bytes lie in a store of their own are read, drawn and caught', async ({ browser }) => {
  test.setTimeout(300_000)
  const home = await mkdtemp(join(tmpdir(), 'calque-'))
  const store = await startObjectStore(join(home, 'objects'))
  const port = await freePort(4890)
  const s3 = ownerOf(store)
  await s3.send(new CreateBucketCommand({ Bucket: BUCKET }))
  const rule = { AllowedOrigins: [`http://127.0.0.1:${port}`], AllowedMethods: ['GET'], AllowedHeaders: ['range'] }
  await s3.send(new PutBucketCorsCommand({ Bucket: BUCKET, CORSConfiguration: { CORSRules: [rule] } }))
  // Of every part, as in `/etc/calque/calque.env`.
  const settings = { CALQUE_CONTENTS: 's3', ...settingsFor(store, BUCKET, true) }
  Object.assign(process.env, settings)
  const stack = await startStack({ home: join(home, 'calque'), port, seed: false })
  const page = await browser.newPage({ baseURL: stack.address, reducedMotion: 'reduce' })
  try {
    const refused: string[] = []
    let fromStore = 0
    page.on('response', (response) => {
      if (response.url().startsWith(store.endpoint) && response.ok()) fromStore++
    })
    page.on('console', (message) => message.type() === 'error' && refused.push(message.text()))
    const studio = new StudioPage(page)
    const projectId = await studio.newProject('Bytes elsewhere')
    await studio.upload('plans.pdf', await boathouseSet())
    await studio.allRead(projectId)

    await test.step('lines are drawn and caught', async () => {
      await studio.pageCard(1).click()
      await page.getByRole('button', { name: 'Bring it in' }).click()
      await expect(page.getByRole('complementary', { name: 'Fit: card' })).toBeVisible()
      await studio.frameSheet(A3)
      await studio.drawn()
      await expect(async () => {
        await studio.hover(...onPaper(0, 0))
        await expect(studio.caught).toHaveText('end on plans – page 1', { timeout: 1000 })
      }).toPass()
    })

    await test.step('a scan is drawn from parts of its tiles', async () => {
      await studio.goTo('Bring in')
      await studio.upload('survey.jpg', await oldSurvey())
      await studio.allRead(projectId)
      await page.getByRole('button', { name: /image only: select$/ }).click()
      const tiles = page.waitForResponse((response) => response.status() === 206)
      await page.getByRole('button', { name: 'Bring it in' }).click()
      expect((await tiles).url().startsWith(store.endpoint)).toBe(true)
      await studio.drawn()
    })

    await test.step('the list of projects shows the page, and so does the project opened from there', async () => {
      await page.goto('/')
      const picture = page.getByRole('link', { name: /Bytes elsewhere/ }).locator('img')
      await expect
        .poll(() => picture.evaluate((image: HTMLImageElement) => image.complete && image.naturalWidth))
        .toBeTruthy()
      await page.getByRole('link', { name: /Bytes elsewhere/ }).click()
      await expect(studio.board).toBeVisible()
      await expect.poll(() => studio.inked()).toBeGreaterThan(0.001)
    })

    await test.step('nothing is told to be lost', () => expect(page.getByText('stored file is damaged')).toHaveCount(0))
    expect(fromStore).toBeGreaterThan(3)
    expect(refused).toEqual([])
  } finally {
    for (const name of Object.keys(settings)) delete process.env[name]
    await page.close()
    await stack.stop()
    await store.stop()
    await rm(home, { recursive: true, force: true })
  }
})
