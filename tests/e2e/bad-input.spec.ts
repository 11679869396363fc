import { expect } from '@playwright/test'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { brokenCrossReference, handWritten, noPages, withPassword } from '../support/hand-written'
import { StudioPage, test } from './studio'

const LINE = '1 w 50 50 m 250 50 l S'

test.describe('a file that is no good gets a sentence that names it, and stays out of the way', () => {
  const cut = async () => (await boathouseSet()).slice(0, 400)
  const cases = [
    ['letter.pdf', 'not a PDF', async () => new TextEncoder().encode('Dear Sir or Madam'), /letter\.pdf is not a PDF/],
    ['empty.pdf', 'an empty file', async () => new Uint8Array(0), /empty\.pdf is not a PDF/],
    ['cut.pdf', 'a file cut short', cut, /cut\.pdf is damaged or was cut short/],
    ['hollow.pdf', 'a file without pages', () => noPages(), /hollow\.pdf has no pages/],
  ] as const
  for (const [name, what, make, sentence] of cases)
    test(what, async ({ page }) => {
      const studio = new StudioPage(page)
      await studio.newProject(`Bad: ${what}`)
      await studio.upload(name, await make())
      await expect(page.getByText(sentence)).toBeVisible()
      await studio.upload('good.pdf', await handWritten(LINE))
      await expect(studio.pageCard(1)).toBeEnabled()
    })
})

test('a page as large as PDF allows is warned of and can be used; beyond that it is refused', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Large pages')
  await studio.upload('large.pdf', await handWritten('20 w 0 0 m 14400 14400 l S', { mediaBox: '0 0 14400 14400' }))
  await expect(page.getByText(/large\.pdf is as large as a PDF can state/)).toBeVisible()
  await studio.bringIn(1, 14400, 14400)
  await studio.hover(7200, 7200)
  await expect(studio.caught).toContainText('middle')
  await studio.goTo('Bring in')
  await studio.upload('beyond.pdf', await handWritten(LINE, { mediaBox: '0 0 99000000 200' }))
  await expect(page.getByText(/beyond\.pdf, page 1 is larger than any sheet can be/)).toBeVisible()
})

test('a broken cross-reference is repaired', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Broken table')
  await studio.upload('broken.pdf', brokenCrossReference(await handWritten(LINE)))
  await expect(studio.pageCard(1)).toHaveAccessibleName(/lines: select$/)
})

test('a protected file asks for its password, says when it is wrong, and opens with the right one', async ({
  page,
}) => {
  const studio = new StudioPage(page)
  await studio.newProject('Protected')
  await studio.upload('secret.pdf', await withPassword(await handWritten(LINE), 'teal'))
  await expect(page.getByText(/secret\.pdf is protected by a password/)).toBeVisible()
  await page.getByRole('button', { name: 'Open' }).click()
  await expect(page.getByText('Type the password.', { exact: true })).toBeVisible()
  await page.getByLabel('Password').fill('mauve')
  await page.getByRole('button', { name: 'Open' }).click()
  await expect(page.getByText(/The password does not open secret\.pdf/)).toBeVisible()
  await page.getByLabel('Password').fill('teal')
  await page.getByRole('button', { name: 'Open' }).click()
  await studio.bringIn(1, 300, 200)
  await studio.hover(50, 50)
  await expect(studio.caught).toContainText('end')
})

test('a file over the limit is said to be so before a byte is sent', async ({ page }) => {
  const studio = new StudioPage(page)
  await studio.newProject('Over the limit')
  await expect(page.getByText(/Files up to 200 MB/)).toBeVisible()
  let sent = false
  await page.route('**/sources?*', (route) => {
    sent = true
    return route.continue()
  })
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.items.add(new File([new Uint8Array(201 << 20)], 'huge.pdf', { type: 'application/pdf' }))
    const chooser = document.querySelector<HTMLInputElement>('input[type=file]')!
    chooser.files = data.files
    chooser.dispatchEvent(new Event('change', { bubbles: true }))
  })
  await expect(page.getByText(/huge\.pdf is larger than 200 MB/)).toBeVisible()
  expect(sent).toBe(false)
})

test('every route answers bad requests with problem details', async ({ page, request }) => {
  const projectId = await new StudioPage(page).newProject('Problems')
  const project = `/api/projects/${projectId}`
  const wall = {
    id: 'w',
    kind: 'wall',
    start: { x: 0, y: 0 },
    end: { x: 1, y: 0 },
    thicknessMm: -5,
    tracedLine: 'left',
  }
  const change = { id: 'c', label: 'x', cause: 'edit', of: null, edits: [{ id: 'w', before: null, after: wall }] }
  const tooLarge = Buffer.concat([Buffer.from('%PDF-1.7\n'), Buffer.alloc(201 << 20)])
  const answers = [
    [400, await request.post('/api/projects', { data: { name: ' ' } })],
    [400, await request.post('/api/projects', { headers: { 'content-type': 'application/json' }, data: '{' })],
    [404, await request.get('/api/projects/nobody')],
    [400, await request.get('/api/projects/no%20body')],
    [400, await request.patch(project, { data: { name: 7 } })],
    [400, await request.post(`${project}/changes`, { data: change })],
    [400, await request.get(`${project}/changes?since=-2`)],
    [404, await request.get('/api/projects/nobody/hand-over/dxf')],
    [400, await request.post(`${project}/sources`, { data: Buffer.from('%PDF-') })],
    [422, await request.post(`${project}/sources?name=note.pdf`, { data: Buffer.from('a note') })],
    [413, await request.post(`${project}/sources?name=huge.pdf`, { data: tooLarge })],
    [400, await request.post('/api/sources/nobody/password', { data: { password: '' } })],
    [404, await request.post('/api/sources/nobody/password', { data: { password: 'x' } })],
    [404, await request.get(`/api/contents/${'0'.repeat(64)}`)],
    [400, await request.get('/api/contents/short')],
  ] as const
  for (const [status, response] of answers) {
    expect(response.headers()['content-type'], response.url()).toBe('application/problem+json')
    expect(response.status(), response.url()).toBe(status)
    const problem = await response.json()
    expect(problem).toMatchObject({ status, type: expect.stringMatching(/^\/problems\//), title: expect.any(String) })
    expect(problem.detail, response.url()).toMatch(/^[A-Z“a-z].*\.$/s)
  }
  const after = await (await request.get(project)).json()
  expect(after).toMatchObject({ revision: 0, sources: [] })
})
