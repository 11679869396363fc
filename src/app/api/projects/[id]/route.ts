import { object } from 'yup'
import { deleteProject, openProject, renameProject } from '@/server/projects'
import { answer, check } from '../../answer'
import { bodyOf } from '../../body'
import { type IdContext, idParams, nameField } from '../../fields'

export const GET = (_: Request, { params }: IdContext) =>
  answer(async () => openProject((await check(await params, idParams)).id))

export const PATCH = (request: Request, { params }: IdContext) =>
  answer(async () => {
    const { id } = await check(await params, idParams)
    const { name } = await bodyOf(request, object({ name: nameField }).noUnknown())
    await renameProject(id, name)
  })

export const DELETE = (_: Request, { params }: IdContext) =>
  answer(async () => deleteProject((await check(await params, idParams)).id))
