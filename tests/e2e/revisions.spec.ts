import { readFile } from 'node:fs/promises'
import { expect } from '@playwright/test'
import type { Underlay } from '../../src/core/model/underlay/schema'
import { planByTypes } from '../support/plan-corpus/by-types'
import { printPage } from '../support/print-page'
import { laid, revise } from '../support/revisions'
import { StudioPage, test } from './studio'

test('a newer issue that lies otherwise on its paper falls into place, and what changed is walked through', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  const id = await studio.newProject('Issues')
  const plan = planByTypes(0)
  const { older, newer, planted } = revise(plan, 0)
  // A quarter turned, and shifted on its paper.
  const turned = laid(newer, { turnRad: Math.PI / 2, shiftPt: [20, 35], factor: 1 })
  await studio.upload('issue-1.pdf', await printPage(older, 'pdf-lib'))
  await studio.bringIn(1, older.widthPt, older.heightPt)
  await studio.kept()
  const underlay = async (): Promise<Underlay> => {
    const { records } = await (await page.request.get(`/api/projects/${id}`)).json()
    return (records as Underlay[]).find(({ kind }) => kind === 'underlay')!
  }
  const before = await underlay()

  await test.step('dropped as a newer revision, it is laid on what it has in common with the older', async () => {
    await studio.goTo('Bring in')
    await page
      .getByLabel('Newer revision of issue-1.pdf')
      .first()
      .setInputFiles({
        name: 'issue-2.pdf',
        mimeType: 'application/pdf',
        buffer: Buffer.from(await printPage(turned, 'cairo')),
      })
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('button', { name: 'Take the newer revision' }).click()
    await expect(dialog).toBeHidden()
    await studio.kept()
    const after = await underlay()
    expect(after.sheetId).not.toBe(before.sheetId)
    expect(after.placement.mmPerPt).toBeCloseTo(before.placement.mmPerPt, 2)
    const turn = (after.placement.turnRad - before.placement.turnRad + 4 * Math.PI) % (2 * Math.PI)
    expect(turn).toBeCloseTo(1.5 * Math.PI, 3)
  })

  const card = page.getByRole('region', { name: 'Changes' })
  await test.step('what changed is listed by its name', async () => {
    await expect(card.getByRole('status')).toHaveText(`${planted.length} changes.`)
    const list = card.getByRole('list', { name: 'What changed' })
    await expect(list).toContainText(/Door moved [\d ]+ mm/)
    await expect(list).toContainText('Window gone')
    await expect(list).toContainText(/Dimension \d+ became \d+/)
    await expect(list).toContainText('became “Archive”')
  })

  await test.step('what differs in its pen alone is told where somebody asks', async () => {
    const pens = card.getByRole('region', { name: 'Pens' })
    await pens.getByLabel(/only the pen/).check()
    await expect(pens).toContainText('All lines that stayed have the pen that they had.')
    await pens.getByLabel(/only the pen/).uncheck()
  })

  await test.step('looked at in turns and beside one another, and saved for whoever was not there', async () => {
    await card.getByRole('button', { name: 'Blink' }).click()
    await expect(card.getByRole('button', { name: 'Blink' })).toHaveAttribute('aria-pressed', 'true')
    await card.getByRole('button', { name: 'Side by side' }).click()
    await expect(page.getByRole('img', { name: 'Older issue beside the board' })).toBeVisible()
    // One way of looking at a time.
    await expect(card.getByRole('button', { name: 'Blink' })).toHaveAttribute('aria-pressed', 'false')
    await card.getByRole('button', { name: 'Side by side' }).click()
    await expect(page.getByRole('img', { name: 'Older issue beside the board' })).toBeHidden()
    const saved = page.waitForEvent('download')
    await card.getByRole('link', { name: 'Save PDF' }).click()
    const pdf = await readFile((await (await saved).path())!)
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
  })

  await test.step('told over HTTP as on the command line', async () => {
    const { sources } = await (await page.request.get(`/api/projects/${id}`)).json()
    const [older, newer] = (sources as { sheets: { id: string }[] }[]).map(({ sheets }) => sheets[0]!.id)
    const answer = await page.request.get(`/api/projects/${id}/hand-over/sheet-changes?older=${older}&newer=${newer}`)
    const { changes, sure } = await answer.json()
    expect(sure).toBe(true)
    expect(changes).toHaveLength(planted.length)
    const foreign = await page.request.get(
      `/api/projects/${id}/hand-over/sheet-changes?older=${older}&newer=${crypto.randomUUID()}`,
    )
    expect(foreign.status()).toBe(422)
  })

  await test.step('walked through, and noted as a remark', async () => {
    await card.getByRole('button', { name: 'Next' }).click()
    await expect(card.getByRole('button', { name: /^1 / })).toHaveAttribute('aria-current', 'true')
    await card.getByRole('button', { name: 'Previous' }).click()
    await card.getByRole('button', { name: 'Add remark' }).click()
    await studio.kept()
    const { records } = await (await page.request.get(`/api/projects/${id}`)).json()
    expect((records as { kind: string }[]).filter(({ kind }) => kind === 'remark')).toHaveLength(1)
    await card.getByRole('button', { name: 'Remark for each' }).click()
    await studio.kept()
    const { records: now } = await (await page.request.get(`/api/projects/${id}`)).json()
    expect((now as { kind: string }[]).filter(({ kind }) => kind === 'remark')).toHaveLength(1 + planted.length)
    // One undo takes all of them back.
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await studio.kept()
    const { records: left } = await (await page.request.get(`/api/projects/${id}`)).json()
    expect((left as { kind: string }[]).filter(({ kind }) => kind === 'remark')).toHaveLength(1)
  })

  await test.step('what was traced of it is brought along, and that undone', async () => {
    // A wall with the door that moved, as somebody traced it on the older issue.
    const [door] = planted.filter(({ subject, kind }) => subject === 'door' && kind === 'moved')
    const { mmPerPt, originMm } = before.placement
    const [x, y] = door!.at[0]!
    const at = { x: originMm.x + x * mmPerPt, y: originMm.y + y * mmPerPt }
    const by = Math.hypot(...door!.by!)
    const [ux, uy] = door!.by!.map((part) => part / by) as [number, number]
    const end = (far: number) => ({ x: at.x + ux * far, y: at.y + uy * far })
    const wall = { id: 'w', kind: 'wall', start: end(-4000), end: end(6000), thicknessMm: 115, tracedLine: 'centre' }
    const opening = {
      id: 'd',
      kind: 'opening',
      wallId: 'w',
      use: 'door',
      alongMm: 4000,
      widthMm: 800,
      heightMm: 2100,
      sillMm: 0,
      way: 'hinged',
      hinge: 'start',
      opens: 'left',
    }
    const edits = [wall, opening].map((after) => ({ id: after.id, before: null, after }))
    const kept = await page.request.post(`/api/projects/${id}/changes`, {
      data: { id: crypto.randomUUID(), label: 'Trace', cause: 'edit', of: null, edits },
    })
    expect(kept.ok()).toBe(true)
    const along = async () => {
      const { records } = await (await page.request.get(`/api/projects/${id}`)).json()
      return (records as { id: string; alongMm: number }[]).find((record) => record.id === 'd')!.alongMm
    }
    const row = card.getByRole('listitem').filter({ hasText: 'Door moved' })
    await expect(row).toContainText('Traced: 1 door')
    await row.getByRole('button', { name: 'Bring along' }).click()
    await expect.poll(along).toBeCloseTo(4000 + by * mmPerPt, 0)
    await expect(row).not.toContainText('Traced')
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect.poll(along).toBe(4000)
  })

  await test.step('undone, the older issue lies where it lay', async () => {
    await page.getByRole('button', { name: 'Undo' }).click()
    await page.getByRole('button', { name: 'Undo' }).click()
    await studio.kept()
    expect(await underlay()).toEqual(before)
  })
})
