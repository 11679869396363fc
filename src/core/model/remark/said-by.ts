import type { Change } from '../change/change'
import type { ProjectRecord } from '../registry'
import type { Remark } from './schema'

const asRemark = (record: ProjectRecord | null): Remark | null => (record?.kind === 'remark' ? record : null)

/**
 * Whether everything that a change newly says in remarks and mark-up is said under a name: new ones and answers are theirs,
 * and what others said stays as they said it. Taking a remark away is no saying.
 */
export const saysOnlyAs = ({ edits }: Pick<Change, 'edits'>, name: string): boolean =>
  edits.every(({ before, after }) => {
    const [was, is] = [asRemark(before), asRemark(after)]
    return (is === null || keepsToName(was, is, name)) && drawsAs(before, after, name)
  })

/** Whether mark-up is drawn, changed or taken away only by whoever drew it. */
const drawsAs = (before: ProjectRecord | null, after: ProjectRecord | null, name: string): boolean =>
  [before, after].every((record) => record?.kind !== 'mark-up' || record.author === name)

function keepsToName(was: Remark | null, is: Remark, name: string): boolean {
  const asWas = was !== null && was.author === is.author && was.text === is.text && was.madeAt === is.madeAt
  if (!asWas && (is.author !== name || (was !== null && was.author !== name))) return false
  const before = new Map(was?.answers.map((answer) => [answer.id, answer]))
  const left = new Set(is.answers.map(({ id }) => id))
  const gone = was?.answers.filter(({ id }) => !left.has(id)) ?? []
  const changed = is.answers.filter((answer) => {
    const then = before.get(answer.id)
    return !then || then.text !== answer.text || then.author !== answer.author || then.madeAt !== answer.madeAt
  })
  return [...gone, ...changed.flatMap((answer) => [answer, before.get(answer.id) ?? answer])].every(
    ({ author }) => author === name,
  )
}
