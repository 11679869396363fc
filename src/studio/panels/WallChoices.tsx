'use client'

import { TRACED_LINES, type TracedLine } from '@/core/model/wall/schema'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { setChoices, toolContext, useBench } from '../bench-store'
import { ChoiceField } from './ChoiceField'
import { OneOf } from './OneOf'

const WORDS: Record<TracedLine, string> = { left: 'left face', centre: 'centre', right: 'right face' }

/** How thick the next walls are, and which of their lines is traced. */
export function WallChoices() {
  const { wallThicknessMm, tracedLine } = useBench((bench) => bench.choices)
  const { display } = toolContext()
  const take = (text: string) => {
    const mm = parseLength(text, display.unit)
    if (!(mm > 0 && mm <= 10_000)) throw new Error('A wall is between nothing and 10 m thick.')
    setChoices({ wallThicknessMm: mm })
  }
  return (
    <>
      <ChoiceField
        label="Thickness"
        name="wall-thickness"
        value={formatLength(wallThicknessMm, display, false)}
        onTake={take}
      />
      <OneOf
        label="Traced line, looking the way you draw"
        value={tracedLine}
        words={Object.fromEntries(TRACED_LINES.map((line) => [line, WORDS[line]])) as Record<TracedLine, string>}
        onChange={(line) => setChoices({ tracedLine: line })}
      />
    </>
  )
}
