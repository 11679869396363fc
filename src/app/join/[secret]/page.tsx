import { Join } from '@/studio/features/people/Join'

export default async function Page({ params }: { params: Promise<{ secret: string }> }) {
  return <Join secret={(await params).secret} />
}
