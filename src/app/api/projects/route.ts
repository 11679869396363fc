import { object } from 'yup'
import { createProject, listProjects } from '@/server/projects'
import { answer, bodyOf } from '../answer'
import { nameField } from '../fields'

export const dynamic = 'force-dynamic'

export const GET = () => answer(listProjects)

export const POST = (request: Request) =>
  answer(async () => {
    const { name } = await bodyOf(request, object({ name: nameField }).noUnknown())
    return Response.json(await createProject(name), { status: 201 })
  })
