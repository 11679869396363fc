import { basename } from 'node:path'
import type { Command } from 'commander'
import { type Counts, contentOf, countContent, type PageContent } from '@/core/sheet/linework'
import { MM_PER_PT } from '@/core/units/length'
import { pageOf, withFile, writeAll } from '../read-file'

interface PageReport {
  number: number
  widthMm: number
  heightMm: number
  rotation: number
  layers: string[]
  counts: Counts
  content: PageContent
  producer: string
}

export function inspect(program: Command): void {
  program
    .command('inspect')
    .argument('<file>', 'a PDF, PNG, JPEG, WebP, TIFF, SVG or DXF')
    .description('says what the pages of a file hold')
    .option('--page <number>', 'only this page, from 1')
    .option('--password <text>', 'for a protected file')
    .option('--json', 'as JSON instead of a table')
    .action(async (path: string, options: { page?: string; password?: string; json?: boolean }) => {
      const pages = await withFile(path, options.password, async (file) => {
        const reports: PageReport[] = []
        const numbers = options.page ? [options.page] : Array.from({ length: file.pageCount }, (_, i) => String(i + 1))
        for (const number of numbers) {
          const page = await pageOf(file, basename(path), number)
          const linework = await page.linework()
          const counts = countContent(linework)
          reports.push({
            number: page.number,
            widthMm: round(page.widthPt * MM_PER_PT),
            heightMm: round(page.heightPt * MM_PER_PT),
            rotation: page.rotation,
            layers: [...new Set(linework.layers.map(({ name }) => name))],
            counts,
            content: contentOf(counts),
            producer: file.producer,
          })
        }
        return reports
      })
      await writeAll(process.stdout, [options.json ? `${JSON.stringify({ pages })}\n` : table(pages)])
    })
}

const round = (mm: number) => Math.round(mm * 1000) / 1000

function table(pages: readonly PageReport[]): string {
  return pages
    .map(({ number, widthMm, heightMm, content, counts, layers, producer }) => {
      const holds = `${counts.lines} lines, ${counts.curves} curves, ${counts.textRuns} texts, ${counts.images} images`
      const on = layers.length > 0 ? `; layers: ${layers.join(', ')}` : ''
      return `${number}\t${widthMm} x ${heightMm} mm\t${content}\t${holds}${on}\t${producer}\n`
    })
    .join('')
}
