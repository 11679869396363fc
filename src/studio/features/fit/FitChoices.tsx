'use client'

import { setChoices, useBench } from '@/studio/state/bench'
import { OneOf } from '@/studio/ui/OneOf'

/** What the next known length states. */
export function StatedChoice() {
  const value = useBench((bench) => bench.choices.statedAlong)
  return (
    <OneOf
      label="What the length states"
      value={value}
      words={{ distance: 'distance', along: 'along only', across: 'across only' }}
      onChange={(statedAlong) => setChoices({ statedAlong })}
    />
  )
}

/** What laying a sheet onto points may do to it. */
export function TieChoice() {
  const value = useBench((bench) => bench.choices.tieKind)
  return (
    <OneOf
      label="What laying may change"
      value={value}
      words={{
        rigid: 'keep size',
        similarity: 'scale',
        affine: 'unstretch',
        homography: 'photo',
      }}
      onChange={(tieKind) => setChoices({ tieKind })}
    />
  )
}
