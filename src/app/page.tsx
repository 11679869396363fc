import { ProjectList } from '@/studio/features/projects/ProjectList'
import { mustBeSomebody } from './must-be-somebody'

export default async function Page() {
  await mustBeSomebody('/')
  return <ProjectList />
}
