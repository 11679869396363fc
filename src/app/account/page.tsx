import { mustBeSomebody } from '@/app/must-be-somebody'
import { Account } from '@/studio/features/people/Account'

export default async function Page() {
  await mustBeSomebody('/account')
  return <Account />
}
