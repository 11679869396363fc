import { Studio } from '@/studio/shell/Studio'

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <Studio projectId={(await params).id} />
}
