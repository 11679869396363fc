import { Suspense } from 'react'
import { SignIn } from '@/studio/features/people/SignIn'

export default function Page() {
  return (
    <Suspense>
      <SignIn />
    </Suspense>
  )
}
