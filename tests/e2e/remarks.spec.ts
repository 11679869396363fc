import { expect } from '@playwright/test'
import JSZip from 'jszip'
import { Drawing } from './drawing'
import { test } from './studio'

test('a remark is pinned, answered and settled, goes out as BCF with its picture and comes into another project', async ({
  page,
}) => {
  const drawing = await new Drawing(page).begin('Remarks')
  await test.step('written on the board', async () => {
    await drawing.studio.goTo('Check')
    await page.getByRole('button', { name: 'Remarks (0 open)' }).click()
    await page.getByRole('button', { name: 'New remark' }).click()
    await page.getByLabel('Your name').fill('Ida Lind')
    await page.keyboard.press('Enter')
    await drawing.click(300, 300)
    await page.getByRole('textbox', { name: 'Remark', exact: true }).fill('The window is 200 mm too low.')
    await page.getByRole('textbox', { name: 'For (a name, if you like)' }).fill('Per Moe')
    await page.getByRole('button', { name: 'Add remark' }).click()
    const row = page.getByRole('list', { name: 'Remarks' }).getByRole('listitem')
    await expect(row).toContainText('Ida Lind')
    await expect(row).toContainText('for Per Moe')
    await expect(row.getByRole('img', { name: 'The board when remark 1 was written' })).toBeVisible()
  })
  await test.step('answered and settled; a click on the list shows it again', async () => {
    await page.getByRole('textbox', { name: 'Answer' }).fill('Raised.')
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('list', { name: 'Remarks' })).toContainText('1 answer')
    await page.getByRole('button', { name: 'Settle', exact: true }).click()
    await expect(page.getByRole('button', { name: 'Open (0)' })).toBeVisible()
    await drawing.studio.kept()
  })
  const file = await page.request.get(`/api/projects/${drawing.id}/hand-over/bcf`)
  const bytes = await file.body()
  const zip = await JSZip.loadAsync(bytes)
  const [snapshot] = Object.keys(zip.files).filter((path) => path.endsWith('snapshot.jpg'))
  expect((await zip.file(snapshot!)!.async('uint8array')).length).toBeGreaterThan(2000)

  await test.step('another project takes it in', async () => {
    const other = await new Drawing(page).begin('Elsewhere')
    await other.studio.goTo('Check')
    await page.getByRole('button', { name: 'Remarks (0 open)' }).click()
    await page
      .getByLabel('BCF to import')
      .setInputFiles({ name: 'remarks.bcf', mimeType: 'application/octet-stream', buffer: bytes })
    await page.getByRole('button', { name: 'Settled (1)' }).click()
    await page.getByRole('button', { name: /window is 200 mm too low/ }).click()
    await expect(page.getByRole('list', { name: 'Remarks' })).toContainText('Raised.')
    await expect(page.getByRole('img', { name: /The board when remark 1/ })).toBeVisible()
    // The same file again tells nothing new, and what is none is refused with the reason.
    const again = await page.request.post(`/api/projects/${other.id}/remarks`, { data: bytes })
    expect(await again.json()).toEqual({ fresh: 0, renewed: 0, picturesLeftOut: 0 })
    const none = await page.request.post(`/api/projects/${other.id}/remarks`, { data: Buffer.from('no ZIP') })
    expect(none.status()).toBe(422)
  })
})
