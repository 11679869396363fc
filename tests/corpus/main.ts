import { readFileSync } from 'node:fs'
import { mkdir, readFile } from 'node:fs/promises'
import { extname, join, relative } from 'node:path'
import { openSource } from '../../src/server/reading/open-source'
import { program } from '../support/producers'
import { differenceOf, lengthOf } from './compare'
import { gather } from './gather'
import { drawingsOf, JUDGES } from './judges'
import { type Explained, explained, type Hidden } from './prints'

/**
 * Reads files of programs that we know nothing of, beside an independent reader, and prints where the two differ. What is
 * gathered stays in a folder that the repository does not keep.
 */
const FOLDER = join(process.cwd(), '.calque', 'corpus')
const MOST_PAGES = Number(process.argv[2] ?? 1500)
/** Of one file at most, so that one book does not stand for all. */
const PAGES_OF_A_FILE = 12
/** Files of the other kinds, taken evenly from all that there are. */
const MOST_FILES: Readonly<Record<string, number>> = { svg: 160, dxf: 60 }
/** A difference of less than this part of the length on a page is rounding. */
const LEAST = 0.001

/** What is shaded is drawn by the judges as boxes behind clips, which are lines of nothing. */
const SHADED = /<(linearGradient|radialGradient|filter|pattern|mask|image)\b/

/** Files of a kind, no more than are wanted. */
function evenly(kind: string): string[] {
  const named = files.filter((path) => extname(path).toLowerCase() === `.${kind}`)
  const all = kind === 'svg' ? named.filter((path) => !SHADED.test(readFileSync(path, 'utf8'))) : named
  const most = Math.min(all.length, MOST_FILES[kind] ?? all.length)
  return Array.from({ length: most }, (_, i) => all[Math.floor((i * all.length) / most)]!)
}

/** Whether a file has shadings: the judge draws each as many narrow areas, whose edges are lines of nothing. */
const isShaded = async (path: string): Promise<boolean> =>
  program('qpdf', '--qdf', '--object-streams=disable', '--stream-data=preserve', path, '-').then(
    (text) => text.includes('/ShadingType'),
    () => false,
  )

/** Of one page: lengths of lines, and what a print says of them where they are more than rounding. */
interface PageResult {
  readonly kind: string
  readonly where: string
  readonly totalPt: number
  readonly missingPt: number
  readonly hiddenPt: number
  readonly extraPt: number
  readonly why?: Explained
}

/** How pages differ, and what of it a print does not explain. */
const CLASSES = [
  ['missingPt', 'lines of the other reader that we do not know', (why: Explained) => why.missingPt],
  ['extraPt', 'lines that we show and the other does not draw', (why: Explained) => why.extraPt],
  [
    'hiddenPt',
    'lines that we know as hidden (clipped, covered, white, layer off)',
    (why: Explained) => why.hidden.visiblePt,
  ],
] as const

const gathered = await gather(FOLDER)
const made = join(FOLDER, 'made')
const files = gathered.files.filter((path) => !path.startsWith(made))
const { left } = gathered
if (left.length > 0) console.log(`Not to be had: ${left.join(', ')}.`)
const results: PageResult[] = []
const unread = new Map<string, number>()
const opened: Record<string, number> = {}
await mkdir(made, { recursive: true })
const pdfs = evenly('pdf')
const given = [...pdfs, ...evenly('svg'), ...evenly('dxf')]
const drawings = await drawingsOf(pdfs, made, MOST_FILES.dxf! - evenly('dxf').length)
let pdfPages = 0
for (const path of [...given, ...drawings]) {
  const kind = extname(path).slice(1).toLowerCase()
  if (kind === 'pdf' && pdfPages >= MOST_PAGES) continue
  const name = relative(FOLDER, path)
  try {
    const bytes = new Uint8Array(await readFile(path))
    const shaded = kind === 'pdf' && (await isShaded(path))
    const file = await openSource(bytes.slice(), {})
    try {
      for (let number = 1; number <= Math.min(file.pageCount, PAGES_OF_A_FILE); number++) {
        const page = await file.page(number)
        const linework = await page.linework()
        opened[kind] = (opened[kind] ?? 0) + 1
        if (kind === 'pdf' && pdfPages++ >= MOST_PAGES) break
        const judged = await JUDGES[kind]!(bytes, number, linework, page.zeroPt).catch(() => null)
        if (!judged) continue
        const difference = differenceOf(linework, judged.paths)
        const { totalPt, missing, hidden, extra } = difference
        const lengths = { missingPt: lengthOf(missing), hiddenPt: lengthOf(hidden), extraPt: lengthOf(extra) }
        const differs = Math.max(...Object.values(lengths)) > LEAST * totalPt
        results.push({
          kind,
          where: `${name}, page ${number}${shaded ? ' (shaded)' : ''}`,
          totalPt,
          ...lengths,
          why: judged.page && differs ? await explained(judged.page, difference, linework) : undefined,
        })
      }
    } finally {
      await file.close()
    }
  } catch (error) {
    const problem = (error as { problem?: string }).problem ?? (error as Error).message
    unread.set(problem, (unread.get(problem) ?? 0) + 1)
  }
}

console.log(
  `Read: ${Object.entries(opened)
    .map(([kind, count]) => `${count} pages of ${kind}`)
    .join(', ')}.`,
)
for (const [problem, count] of unread) console.log(`Not read, ${problem}: ${count} files.`)
for (const kind of Object.keys(JUDGES)) {
  const compared = results.filter((each) => each.kind === kind)
  const drawn = compared.filter(({ totalPt }) => totalPt > 0)
  console.log(`\n${kind}: compared ${compared.length} pages, ${drawn.length} of them with lines.`)
  for (const [key, word, isOpen] of CLASSES) {
    const pages = drawn.filter((each) => each[key] > LEAST * each.totalPt)
    const looked = pages.flatMap((each) => (each.why ? { ...each, part: isOpen(each.why) / each.totalPt } : []))
    const open = looked.filter(({ part }) => part > LEAST).sort((a, b) => b.part - a.part)
    const part = (100 * pages.length) / Math.max(1, drawn.length)
    console.log(`  ${word}: on ${pages.length} pages (${part.toFixed(2)} %)`)
    if (looked.length > 0) console.log(`    a print explains all but ${open.length} of the ${looked.length}:`)
    for (const each of open) console.log(`    ${(100 * each.part).toFixed(2).padStart(7)} %  ${each.where}`)
    for (const each of pages.filter(({ why }) => !why))
      console.log(`    ${((100 * each[key]) / each.totalPt).toFixed(2).padStart(7)} %  ${each.where}, no print`)
  }
  const hidden = drawn.flatMap(({ why }) => why?.hidden ?? [])
  const sum = (key: keyof Hidden) => hidden.reduce((total, each) => total + each[key], 0)
  const all = sum('unseenPt') + sum('withoutEdgePt') + sum('besidePt') + sum('visiblePt')
  if (all === 0) continue
  const share = (key: keyof Hidden) => `${((100 * sum(key)) / all).toFixed(2)} %`
  console.log(
    `  of the hidden length ${share('unseenPt')} leaves no trace in the print, ${share('withoutEdgePt')} lies where no edge is to be seen, ${share('besidePt')} beside what we show, ${share('visiblePt')} is to be seen`,
  )
}
