import { ProjectList } from '@/studio/projects/ProjectList'

export default function Page() {
  return <ProjectList />
}
