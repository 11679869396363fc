import { mustBeSomebody } from '@/app/must-be-somebody'
import { Letters } from '@/studio/features/people/Letters'

export default async function Page() {
  await mustBeSomebody('/letters')
  return <Letters />
}
