import { createWriteStream } from 'node:fs'
import { basename } from 'node:path'
import type { Command } from 'commander'
import { lineworkDrawing } from '@/core/formats/dxf/from-linework'
import { writeDxf } from '@/core/formats/dxf/write/write'
import { isVisible, type Linework } from '@/core/sheet/linework'
import { strokesOf } from '@/server/reading/strokes'
import { CliError } from '../cli-error'
import { pageOf, withFile, writeAll } from '../read-file'

interface Options {
  page: string
  password?: string
  json?: boolean
  strokes?: boolean
  dxf?: string
  ratio: string
}

export function linework(program: Command): void {
  program
    .command('linework')
    .argument('<file>', 'a PDF, PNG, JPEG, WebP, TIFF, SVG or DXF')
    .description('writes what can be seen on a page as lines, curves and text: points, y up from the lower left')
    .requiredOption('--page <number>', 'the page, from 1')
    .option('--password <text>', 'for a protected file')
    .option('--json', 'print it as JSON')
    .option('--strokes', 'the strokes of its picture instead, traced as lines and arcs, each with its certainty')
    .option('--dxf <out>', 'write it as DXF in millimetres')
    .option('--ratio <number>', 'site to paper for DXF: 100 for 1:100', '1')
    .action(async (path: string, options: Options) => {
      if (!options.json && !options.dxf) throw new CliError('Say what to write: --json, or --dxf OUT.')
      const ratio = Number(options.ratio)
      if (!(ratio > 0 && Number.isFinite(ratio)))
        throw new CliError(`“${options.ratio}” is no ratio: write 100 for a sheet at 1:100.`)
      await withFile(path, options.password, async (file) => {
        const page = await pageOf(file, basename(path), options.page)
        const read = options.strokes ? await strokesOf(page) : await page.linework()
        if (options.dxf) await writeFileSafely(options.dxf, writeDxf(lineworkDrawing(read, ratio)))
        if (options.json) await writeAll(process.stdout, asJson(read))
      })
    })
}

async function writeFileSafely(path: string, pieces: Iterable<string>): Promise<void> {
  const stream = createWriteStream(path)
  try {
    await new Promise<void>((resolve, reject) => {
      stream.once('open', () => resolve())
      stream.once('error', reject)
    })
    await writeAll(stream, pieces)
    await new Promise<void>((resolve) => stream.end(resolve))
  } catch (error) {
    throw new CliError(`${path} can't be written: ${(error as Error).message}.`)
  }
}

function* asJson(read: Linework): Generator<string> {
  const { segments, segmentFlags, curves, curveFlags, text, images, roundingPt = 0 } = read
  // How far coordinates may be off by how large they are in the file, where that is anything.
  const rounding = roundingPt > 0 ? `"roundingPt":${tidy(roundingPt)},` : ''
  yield `{"unit":"pt",${rounding}"segments":[`
  yield* rows(segments, segmentFlags, 4)
  yield '],"curves":['
  yield* rows(curves, curveFlags, 8)
  yield* certainties(read)
  yield '],"text":'
  const runs = text.filter((run) => isVisible(run.flags))
  yield JSON.stringify(
    runs.map(({ text: s, x, y, heightPt, turnRad }) => ({
      s,
      x: tidy(x),
      y: tidy(y),
      heightPt: tidy(heightPt),
      angleDeg: tidy((turnRad * 180) / Math.PI),
    })),
  )
  yield ',"images":'
  const shown = images.filter((image) => isVisible(image.flags))
  yield JSON.stringify(shown.map(({ map, widthPx, heightPx }) => ({ map: map.map(tidy), widthPx, heightPx })))
  yield '}\n'
}

/** Of traced strokes: how certain each of the segments and curves is, in their order. */
function* certainties({ styles, segmentStyles, segmentFlags, curveStyles, curveFlags }: Linework): Generator<string> {
  if (!styles.some(({ certainty }) => certainty !== undefined)) return
  const of = (indices: Uint32Array, flags: Uint8Array) =>
    Array.from(indices)
      .filter((_, i) => isVisible(flags[i]!))
      .map((style) => tidy(styles[style]!.certainty ?? 1))
  yield `],"segmentCertainty":[${of(segmentStyles, segmentFlags)}`
  yield `],"curveCertainty":[${of(curveStyles, curveFlags)}`
}

function* rows(numbers: Float32Array, flags: Uint8Array, width: number): Generator<string> {
  let first = true
  for (let i = 0; i < flags.length; i++) {
    if (!isVisible(flags[i]!)) continue
    const row = Array.from(numbers.subarray(i * width, (i + 1) * width), tidy)
    yield `${first ? '' : ','}[${row.join(',')}]`
    first = false
  }
}

/** Single precision holds a sheet to a ten-thousandth of a point; more figures would only be noise. */
const tidy = (value: number) => Math.round(value * 1e5) / 1e5
