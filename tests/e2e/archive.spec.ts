import { execFile } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { promisify } from 'node:util'
import { expect } from '@playwright/test'
import JSZip from 'jszip'
import type { ProjectRecord } from '@/core/model/registry'
import type { SourceView } from '@/core/project/views'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { A3, CORNERS, onPaper } from '../support/boathouse'
import { StudioPage, test } from './studio'

const run = promisify(execFile)

interface Snapshot {
  readonly name: string
  readonly records: readonly ProjectRecord[]
  readonly sources: readonly SourceView[]
}

test('a project goes out whole and comes in again as the same', async ({ page }) => {
  test.setTimeout(180_000)
  const studio = new StudioPage(page)
  const id = await studio.newProject('Handed over')
  const set = await boathouseSet()
  await studio.upload('plans: first.pdf', set)
  await studio.bringIn(1, A3.width, A3.height)
  await studio.goTo('Trace')
  await studio.clickOn(...onPaper(...CORNERS[0]), 'end')
  await studio.clickOn(...onPaper(...CORNERS[3]), 'end')
  await page.keyboard.press('Escape')
  await studio.kept()
  const snapshot = async (of: string) => (await (await page.request.get(`/api/projects/${of}`)).json()) as Snapshot
  const before = await snapshot(id)

  await studio.goTo('Hand over')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save Whole project', exact: true }).click(),
  ])
  const bytes = await readFile(await download.path())
  const zip = await JSZip.loadAsync(bytes)
  expect(Object.keys(zip.files)).toContain('project.json')
  const [file] = Object.keys(zip.files).filter((name) => name.endsWith('.pdf'))
  expect(Buffer.compare(await zip.file(file!)!.async('nodebuffer'), Buffer.from(set))).toBe(0)

  await test.step('the command line saves and takes in the same', async () => {
    const calque = (...args: string[]) => run(process.execPath, ['scripts/calque.mjs', ...args, '--address', address])
    const address = process.env.CALQUE_ADDRESS!
    const path = join(mkdtempSync(join(tmpdir(), 'calque-archive-')), 'saved.zip')
    await calque('archive', id, '--out', path)
    const { stdout } = await calque('take-in', path)
    expect((await snapshot(stdout.trim())).records).toHaveLength(before.records.length)
    await page.request.delete(`/api/projects/${stdout.trim()}`)
    rmSync(dirname(path), { recursive: true })
  })

  await page.goto('/')
  await expect(page.getByRole('list', { name: 'Projects' }).getByText('Handed over').first()).toBeVisible()
  await page
    .getByLabel('Archive to take in')
    .setInputFiles({ name: 'handed.calque.zip', mimeType: 'application/zip', buffer: bytes })
  await page.waitForURL(/\/projects\//)
  const other = page.url().split('/').at(-1)!
  expect(other).not.toBe(id)
  const after = await snapshot(other)
  expect(after.name).toBe('Handed over')
  const plain = (records: readonly ProjectRecord[]) =>
    records
      .map((record) => (record.kind === 'underlay' ? { ...record, sheetId: '' } : record))
      .sort((a, b) => (a.id < b.id ? -1 : 1))
  expect(plain(after.records)).toEqual(plain(before.records))
  expect(after.sources.map(({ name, contentHash }) => [name, contentHash])).toEqual(
    before.sources.map(({ name, contentHash }) => [name, contentHash]),
  )
  // The sheet is read again, and its lines are caught as before.
  await studio.goTo('Trace')
  await expect(async () => {
    await page.keyboard.press('Home')
    await studio.framed()
    await studio.frameSheet(A3)
    await studio.hover(...onPaper(...CORNERS[1]))
    await expect(studio.caught).toContainText('end', { timeout: 1000 })
  }).toPass({ timeout: 60_000 })
})

test('what is no archive is refused with the reason, and nothing is kept of it', async ({ page }) => {
  const send = (data: Buffer) =>
    page.request.post('/api/projects', { headers: { 'content-type': 'application/zip' }, data })
  const count = async () => ((await (await page.request.get('/api/projects')).json()) as unknown[]).length
  const before = await count()
  const zipOf = async (files: Record<string, string>) => {
    const zip = new JSZip()
    for (const [name, content] of Object.entries(files)) zip.file(name, content)
    return zip.generateAsync({ type: 'nodebuffer' })
  }
  const manifest = { format: 'calque-archive', version: 1, name: 'Broken', records: [], sources: [] }
  const source = {
    id: 's',
    name: 'lost.pdf',
    kind: 'pdf',
    file: 'sources/lost.pdf',
    password: null,
    producer: null,
    supersedes: null,
    sheets: [],
  }
  for (const [data, reason] of [
    [Buffer.from('hello'), /no ZIP file/],
    [await zipOf({ 'other.txt': 'x' }), /no project\.json in it/],
    [await zipOf({ 'project.json': '{' }), /not JSON/],
    [await zipOf({ 'project.json': JSON.stringify({ ...manifest, version: 7 }) }), /no project of Calque/],
    [
      await zipOf({ 'project.json': JSON.stringify({ ...manifest, records: [{ id: 'x', kind: 'wall' }] }) }),
      /no project of Calque/,
    ],
    [await zipOf({ 'project.json': JSON.stringify({ ...manifest, sources: [source] }) }), /lost\.pdf is not in it/],
    [
      await zipOf({ 'project.json': JSON.stringify({ ...manifest, sources: [source] }), 'sources/lost.pdf': 'text' }),
      /lost\.pdf is no PDF/,
    ],
  ] as const) {
    const response = await send(data)
    expect(response.status()).toBe(422)
    expect(((await response.json()) as { detail: string }).detail).toMatch(reason)
  }
  expect(await count()).toBe(before)
})
