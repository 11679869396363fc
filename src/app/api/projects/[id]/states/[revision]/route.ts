import { object } from 'yup'
import { stateAt } from '@/server/changes'
import { check } from '../../../../answer'
import { door } from '../../../../door'
import { revisionField } from '../../../../fields'

const stateParams = object({ revision: revisionField().required() })

/** Every record as it was after a revision. */
export const GET = door('look', 'project', async ({ id, params }) => {
  const { revision } = await check({ revision: Number(params.revision) }, stateParams)
  return stateAt(id, revision)
})
