import { mustBeSomebody } from '@/app/must-be-somebody'
import { Administration } from '@/studio/features/people/Administration'

export default async function Page() {
  await mustBeSomebody('/administration')
  return <Administration />
}
