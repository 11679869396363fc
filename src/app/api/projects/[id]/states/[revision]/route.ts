import { object } from 'yup'
import { idSchema } from '@/core/model/fields'
import { stateAt } from '@/server/changes'
import { answer, check } from '../../../../answer'
import { revisionField } from '../../../../fields'

const stateParams = object({ id: idSchema.required(), revision: revisionField().required() })

interface StateContext {
  params: Promise<{ id: string; revision: string }>
}

/** Every record as it was after a revision. */
export const GET = (_: Request, { params }: StateContext) =>
  answer(async () => {
    const given = await params
    const { id, revision } = await check({ id: given.id, revision: Number(given.revision) }, stateParams)
    return stateAt(id, revision)
  })
