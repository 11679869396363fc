import { deleteProject, openProject, renameProject } from '@/server/projects'
import { answer, check } from '../../answer'
import { bodyOf } from '../../body'
import { type IdContext, idParams } from '../../fields'
import { projectBody } from '../../taken'

export const GET = (_: Request, { params }: IdContext) =>
  answer(async () => openProject((await check(await params, idParams)).id))

export const PATCH = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { name } = await bodyOf(request, projectBody)
    await renameProject(id, name)
  })

export const DELETE = (_: Request, { params }: IdContext) =>
  answer(async () => deleteProject((await check(await params, idParams)).id))
