import { mustBeSomebody } from '@/app/must-be-somebody'
import { Studio } from '@/studio/shell/Studio'

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params
  await mustBeSomebody(`/projects/${id}`)
  return <Studio projectId={id} />
}
