import { number, object, string } from 'yup'
import { PAPERS, type PaperName } from '@/core/formats/svg/paper'
import { PlanSheetError } from '@/core/formats/svg/write-plan'
import { idSchema } from '@/core/model/fields'
import { formatNamed, handOver } from '@/server/hand-over/write'
import { PartError } from '@/server/part/solid'
import { notFound, Problem } from '@/server/problem'
import { openProject } from '@/server/projects'
import { answer, check } from '../../../../answer'
import { idParams } from '../../../../fields'

const params = idParams.concat(object({ format: string().required() }))

/** How a plan is laid on paper. */
const query = object({
  level: idSchema.optional(),
  plane: string().max(100).optional(),
  part: string().max(100).optional(),
  face: string().max(100).optional(),
  paper: string<PaperName>()
    .oneOf(Object.keys(PAPERS) as PaperName[], `There are the papers ${Object.keys(PAPERS).join(', ')}.`)
    .optional(),
  scale: number().typeError('A scale is a number: 100 for 1:100.').positive().max(1e6).optional(),
})

/** The traced model as a file. */
export const GET = (request: Request, context: { params: Promise<{ id: string; format: string }> }) =>
  answer(async () => {
    const { id, format: name } = await check(await context.params, params)
    const { scale, ...rest } = Object.fromEntries(new URL(request.url).searchParams)
    const on = await check({ ...rest, ...(scale && { scale: Number(scale) }) }, query)
    const format = formatNamed(name)
    if (!format) throw notFound('The format')
    const project = await openProject(id)
    try {
      const bytes = await handOver(project, format, on)
      const suffix = name.startsWith('csv-') ? `-${name.slice(4)}` : ''
      const file = encodeURIComponent(`${project.name}${suffix}.${format.extension}`)
      return new Response(bytes as BodyInit, {
        headers: { 'content-type': format.mime, 'content-disposition': `attachment; filename*=UTF-8''${file}` },
      })
    } catch (error) {
      if (error instanceof PlanSheetError || error instanceof PartError)
        throw new Problem(422, 'does-not-fit', error.message)
      throw error
    }
  })
