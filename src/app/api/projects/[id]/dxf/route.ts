import { modelDrawing } from '@/core/formats/dxf/from-model'
import { writeDxf } from '@/core/formats/dxf/write'
import { openProject } from '@/server/projects'
import { answer, check } from '../../../answer'
import { type IdContext, idParams } from '../../../fields'

/** The traced model as DXF. */
export const GET = (_: Request, { params }: IdContext) =>
  answer(async () => {
    const { name, records } = await openProject((await check(await params, idParams)).id)
    const text = [...writeDxf(modelDrawing(records))].join('')
    const file = encodeURIComponent(`${name}.dxf`)
    return new Response(text, {
      headers: { 'content-type': 'image/vnd.dxf', 'content-disposition': `attachment; filename*=UTF-8''${file}` },
    })
  })
