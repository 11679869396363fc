import { expect } from '@playwright/test'
import JSZip from 'jszip'
import { CORNERS, onPaper } from '../support/boathouse'
import { readDxf } from '../support/ezdxf'
import { fittedPlan } from './fitted-plan'
import { StudioPage, test } from './studio'

test('what goes out is looked at first, says what it is, and is named as the project wants', async ({ page }) => {
  const studio = new StudioPage(page)
  const id = await fittedPlan(studio, 'Slipway house')
  await studio.goTo('Trace')
  await page.keyboard.press('w')
  for (const corner of [...CORNERS, CORNERS[0]]) await studio.clickOn(...onPaper(corner[0]!, corner[1]!), 'end')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await studio.kept()
  await studio.goTo('Hand over')

  await test.step('the sheet is seen before it is written', async () => {
    await expect(page.getByRole('img', { name: 'Slipway house on A3' })).toBeVisible()
    await page.getByRole('button', { name: 'Show the sheet large' }).click()
    await expect(page.getByRole('dialog').getByRole('img', { name: 'Slipway house on A3' })).toBeVisible()
    await page.keyboard.press('Escape')
  })

  await test.step('project details stand in the title block, and the file is named by them', async () => {
    await page.getByRole('button', { name: 'Project details' }).click()
    const details = page.getByRole('region', { name: 'Project details' })
    for (const [label, value] of [
      ['Drawing no.', 'A-101'],
      ['Revision', 'C'],
      ['Names of files', '{number}-{revision} {level}'],
    ] as const) {
      await details.getByLabel(label).fill(value)
      await details.getByLabel(label).press('Enter')
    }
    await studio.kept()
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Save PDF', exact: true }).click(),
    ])
    expect(download.suggestedFilename()).toBe('A-101-C.pdf')
    const svg = await (await page.request.get(`/api/projects/${id}/hand-over/svg`)).text()
    for (const words of ['>A-101<', '>C<', '>Drawing no.<']) expect(svg).toContain(words)
  })

  await test.step('sheets go along, as lines or as files', async () => {
    const path = `/api/projects/${id}/hand-over`
    const alone = await readDxf(await (await page.request.get(`${path}/dxf?unit=m`)).body())
    const over = await readDxf(await (await page.request.get(`${path}/dxf?unit=m&sheets=true`)).body())
    expect(over.errors).toEqual([])
    expect(over.units).toBe(6)
    expect(over.lines.length).toBeGreaterThan(alone.lines.length + 100)
    const zip = await JSZip.loadAsync(await (await page.request.get(`${path}/dxf-bundle`)).body())
    expect(Object.keys(zip.files).some((name) => /^sheets\/.*\.pdf$/.test(name))).toBe(true)
    const bundle = await readDxf(await zip.file('plan.dxf')!.async('uint8array'))
    expect(bundle.errors).toEqual([])
    expect(Object.keys(bundle.types).filter((type) => type.startsWith('PDF'))).toHaveLength(1)
    expect((await page.request.get(`${path}/dxf?unit=furlong`)).status()).toBe(400)
  })

  await test.step('findings go out as BCF, and identifiers stay with the project that was taken in', async () => {
    const path = `/api/projects/${id}/hand-over`
    const { findings } = await (await page.request.get(`${path}/findings`)).json()
    const bcf = await JSZip.loadAsync(await (await page.request.get(`${path}/bcf`)).body())
    expect(Object.keys(bcf.files).filter((name) => name.endsWith('markup.bcf'))).toHaveLength(findings.length)
    const walls = async (of: string) =>
      [...(await (await page.request.get(`/api/projects/${of}/hand-over/ifc`)).text()).matchAll(/=IFCWALL\('([^']+)'/g)]
        .map(([, guid]) => guid)
        .sort()
    const before = await walls(id)
    expect(before).toHaveLength(4)
    const archive = await (await page.request.get(`${path}/archive`)).body()
    const asked = await page.request.post('/api/projects', {
      headers: { 'content-type': 'application/zip' },
      data: archive,
    })
    const { id: taken } = (await asked.json()) as { id: string }
    expect(await walls(taken)).toEqual(before)
  })
})
