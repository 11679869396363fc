import type { Metadata } from 'next'
import { Manual } from '@/studio/shell/help/Manual'

export const metadata: Metadata = { title: 'Calque: manual' }

export default function Page() {
  return <Manual />
}
