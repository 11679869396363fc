import { Studio } from '@/studio/Studio'

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <Studio projectId={(await params).id} />
}
