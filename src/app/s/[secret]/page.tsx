import { OpenLink } from '@/studio/features/people/OpenLink'

export default async function Page({ params }: { params: Promise<{ secret: string }> }) {
  return <OpenLink secret={(await params).secret} />
}
