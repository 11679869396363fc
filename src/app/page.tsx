import { ProjectList } from '@/studio/features/projects/ProjectList'

export default function Page() {
  return <ProjectList />
}
