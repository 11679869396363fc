'use client'

import { choose, useOptions } from '@/studio/state/bench'
import { memberOptions } from './options'
import { SectionField } from './SectionField'

/** The section of the next members. How it lies on its line, and what becomes of the ends, is chosen in the card. */
export function SectionChoice() {
  const { sectionId } = useOptions(memberOptions)
  return <SectionField sectionId={sectionId} onTake={(taken) => choose(memberOptions, { sectionId: taken })} />
}
