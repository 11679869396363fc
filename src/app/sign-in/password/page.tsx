import { Suspense } from 'react'
import { NewPassword } from '@/studio/features/people/NewPassword'

export default function Page() {
  return (
    <Suspense>
      <NewPassword />
    </Suspense>
  )
}
