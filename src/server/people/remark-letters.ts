import { eq, or, sql } from 'drizzle-orm'
import type { Change } from '@/core/model/change/change'
import type { Remark } from '@/core/model/remark/schema'
import { database } from '../database/client'
import { user } from '../database/people'
import { projects } from '../database/schema'
import { faultOf, log } from '../log'
import { sendLetter } from './letters'
import { LEADS } from './standing'

/** What is told of a remark, and to whom by the name that stands in it. */
interface News {
  readonly to: string
  readonly says: string
  readonly remark: Remark
}

/** Who is to be told of what a change says in remarks: who shall see to one, and who wrote one that was answered. */
export function newsOf({ edits }: Pick<Change, 'edits'>, byName: string): News[] {
  return edits.flatMap(({ before, after: remark }): News[] => {
    if (remark?.kind !== 'remark') return []
    const was = before?.kind === 'remark' ? before : null
    const assigned = remark.assignedTo !== '' && remark.assignedTo !== was?.assignedTo
    const answer = was !== null && remark.answers.length > was.answers.length ? remark.answers.at(-1) : undefined
    const news: News[] = []
    if (assigned)
      news.push({ to: remark.assignedTo, says: `${byName} asks you to see to it:\n\n${remark.text}`, remark })
    if (answer && remark.author !== answer.author)
      news.push({ to: remark.author, says: `${answer.author} answered:\n\n${answer.text}`, remark })
    return news.filter(({ to }) => to !== byName && to !== '')
  })
}

/**
 * Writes to people of a project what was said to them in remarks. Names that are nobody's, or that two people bear, get no
 * letter; a letter that can't be sent fails nothing.
 */
export async function tellOfRemarks(
  projectId: string,
  change: Pick<Change, 'edits'>,
  byName: string,
  origin: string,
): Promise<void> {
  try {
    for (const { to, says, remark } of newsOf(change, byName)) {
      const [person, another] = await database()
        .select({ email: user.email, project: projects.name })
        .from(user)
        .innerJoin(projects, eq(projects.id, projectId))
        .where(
          sql`${or(sql`lower(${user.email}) = lower(${to})`, eq(user.name, to))} and (exists (
            select 1 from project_member m where m.project_id = ${projectId} and m.user_id = ${user.id}) or exists (
            select 1 from member o where o.organization_id = ${projects.organizationId} and o.user_id = ${user.id} and ${LEADS}))`,
        )
        .limit(2)
      if (!person || another) continue
      await sendLetter({
        to: person.email,
        subject: `Remark ${remark.number} in “${person.project}”`,
        text: `${says}\n\n${origin}/projects/${projectId}`,
      })
    }
  } catch (error) {
    log.warn(faultOf(error), 'letters of remarks')
  }
}
