import { readFile } from 'node:fs/promises'
import type { Command } from 'commander'
import { array, number, object, string, tuple, ValidationError } from 'yup'
import { findStretch, fitDimensions, fitStretched } from '@/core/fit/known-dimensions'
import { FitError, residualOf } from '@/core/fit/residual'
import { fitTiePoints, type TieKind } from '@/core/fit/tie-points'
import { placementMap, placementOf, rescaled } from '@/core/model/underlay/placement'
import type { KnownDimension, Placement } from '@/core/model/underlay/schema'
import { LengthError, MM_PER_PT, parseLength } from '@/core/units/length'
import { CliError } from '../cli-error'
import { writeAll } from '../read-file'

const pair = () => tuple([number().required(), number().required()]).required()

/** What stands in the file: known dimensions, or tie points. */
const pointsSchema = object({
  /** With dimensions: `similarity` (one scale) or `stretch` (two). With ties: see TieKind. */
  kind: string().oneOf(['similarity', 'stretch', 'rigid', 'affine', 'homography']).optional(),
  dimensions: array(
    object({
      from: pair(),
      to: pair(),
      /** Millimetres, or as one would type it. */
      stated: string().required(),
      axis: string()
        .oneOf(['along', 'across'] as const)
        .optional(),
    }).noUnknown(),
  ).optional(),
  ties: array(object({ sheet: pair(), at: pair() }).noUnknown()).optional(),
  /** The turn of the sheet on the board, in degrees. */
  turnDeg: number().default(0),
  /** Kept by `rigid`. */
  mmPerPt: number().positive().optional(),
}).noUnknown()

export function fit(program: Command): void {
  program
    .command('fit')
    .requiredOption('--points <file>', 'known dimensions or tie points as JSON, in points of the sheet')
    .description('computes the placement of a sheet from known dimensions or tie points, with residuals and errors')
    .action(async ({ points: path }: { points: string }) => {
      const given = await read(path)
      try {
        const result = given.ties?.length ? byTies(given) : byDimensions(given)
        await writeAll(process.stdout, [`${JSON.stringify(result, null, 2)}\n`])
      } catch (error) {
        if (error instanceof FitError || error instanceof LengthError) throw new CliError(error.message)
        throw error
      }
    })
}

type Given = ReturnType<typeof pointsSchema.validateSync>

async function read(path: string): Promise<Given> {
  const text = await readFile(path, 'utf8').catch((error: Error) => {
    throw new CliError(`${path} can't be read: ${error.message}.`)
  })
  try {
    return pointsSchema.validateSync(JSON.parse(text), { abortEarly: true })
  } catch (error) {
    if (error instanceof SyntaxError) throw new CliError(`${path} is no JSON: ${error.message}.`)
    if (error instanceof ValidationError) throw new CliError(`${path}: ${error.message}.`)
    throw error
  }
}

const point = ([x, y]: readonly [number, number]) => ({ x, y })

function byTies({ ties, kind = 'similarity', mmPerPt }: Given) {
  if (kind === 'stretch') throw new CliError('With tie points, write “affine” for separate factors.')
  const known = ties!.map(({ sheet, at }) => ({ sheetPt: point(sheet), atMm: point(at) }))
  const found = fitTiePoints(known, kind as TieKind, mmPerPt)
  return {
    kind,
    map: found.map,
    homography: found.homography,
    ...(found.map && figures(placementOf(found.map))),
    standardErrorMm: found.spreadMm,
    residuals: found.residualsMm.map(({ x, y }) => ({ x, y, mm: Math.hypot(x, y) })),
  }
}

function byDimensions({ dimensions = [], kind = 'similarity', turnDeg }: Given) {
  if (kind !== 'similarity' && kind !== 'stretch') throw new CliError(`“${kind}” needs tie points.`)
  const turnRad = (turnDeg * Math.PI) / 180
  const known = dimensions.map(
    ({ from, to, stated, axis }, i): KnownDimension => ({
      id: String(i),
      fromPt: point(from),
      toPt: point(to),
      statedMm: parseLength(stated, 'mm'),
      role: 'fit',
      ...(axis && { axis }),
    }),
  )
  const found = kind === 'stretch' ? fitStretched(known, turnRad) : fitDimensions(known, turnRad)
  const start: Placement = { kind: 'similarity', mmPerPt: 1, turnRad, originMm: { x: 0, y: 0 } }
  const placement = rescaled(start, found, known[0]!.fromPt)
  return {
    kind,
    map: placementMap(placement),
    ...figures(placement),
    standardError: found.standardError,
    standardErrorMmPerPt: found.standardError * found.mmPerPt,
    stretch: findStretch(known, turnRad),
    residuals: known.map((dimension, i) => ({
      ...residualOf(placement, dimension),
      share: found.shares[i],
      trusted: found.trusted[i],
    })),
  }
}

const figures = ({ mmPerPt, turnRad, strain }: Placement) => ({
  mmPerPt,
  mmPerPtX: mmPerPt * (strain?.along ?? 1),
  mmPerPtY: mmPerPt * (strain?.up ?? 1),
  ratio: mmPerPt / MM_PER_PT,
  turnDeg: (turnRad * 180) / Math.PI,
})
