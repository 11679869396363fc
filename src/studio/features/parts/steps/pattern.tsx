import Stack from '@mui/material/Stack'
import type { Part } from '@/core/model/part/schema'
import type { Pattern } from '@/core/model/part/steps'
import { CommittedField } from '@/studio/ui/CommittedField'
import { NumberField, PartLength } from './fields'
import type { StepView } from './step-view'

const WORDS = { along: 'Again along', around: 'Again around', mirror: 'Mirrored' } as const

export const pattern: StepView<Pattern> = {
  word: ({ way, count }) => (way === 'mirror' ? WORDS.mirror : `${WORDS[way]}, ${count} in all`),
  Fields: ({ step, part, onTake }) => (
    <Stack sx={{ gap: 1.25 }}>
      <Stack direction="row" sx={{ gap: 1 }}>
        <CommittedField
          label="Of steps"
          value={numbersOf(step, part).join(', ')}
          onCommit={(text) => onTake({ ...step, of: stepsNamed(text, step, part) })}
        />
        {step.way !== 'mirror' && (
          <NumberField
            label="In all"
            value={step.count}
            onTake={(count) => {
              if (!(Number.isInteger(count) && count >= 2 && count <= 500))
                throw new Error('Type a whole number from 2 to 500.')
              onTake({ ...step, count })
            }}
          />
        )}
      </Stack>
      {step.way === 'along' && step.stepMm && (
        <Stack direction="row" sx={{ gap: 1 }}>
          {(['x', 'y'] as const).map((axis) => (
            <PartLength
              key={axis}
              label={axis === 'x' ? 'Across' : 'Up'}
              mm={step.stepMm![axis]}
              onTake={(mm) => onTake({ ...step, stepMm: { ...step.stepMm!, [axis]: mm ?? 0 } })}
            />
          ))}
        </Stack>
      )}
      {step.way === 'around' && step.center && (
        <Stack direction="row" sx={{ gap: 1 }}>
          {(['x', 'y'] as const).map((axis) => (
            <PartLength
              key={axis}
              label={`Centre ${axis}`}
              mm={step.center![axis]}
              onTake={(mm) => onTake({ ...step, center: { ...step.center!, [axis]: mm ?? 0 } })}
            />
          ))}
          <NumberField
            label="Over °"
            value={step.angleDeg ?? 360}
            onTake={(angleDeg) => {
              if (!(Math.abs(angleDeg) > 0 && Math.abs(angleDeg) <= 360))
                throw new Error('Type an angle of at most a whole turn.')
              onTake({ ...step, angleDeg })
            }}
          />
        </Stack>
      )}
    </Stack>
  ),
}

/** The numbers that steps have in the list. */
const numbersOf = ({ of }: Pattern, part: Part): number[] =>
  part.steps.flatMap(({ id }, i) => (of.includes(id) ? [i + 1] : []))

/** Steps by the numbers that somebody types. @throws Error with a sentence */
function stepsNamed(text: string, { id }: Pattern, { steps }: Part): string[] {
  const own = steps.findIndex((step) => step.id === id)
  const numbers = text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number)
  const named = numbers.map((number) => steps[number - 1])
  if (numbers.length === 0 || named.some((step, i) => !step || numbers[i]! > own || step.kind === 'edges'))
    throw new Error(`Type numbers of steps from 1 to ${own}; edges are not done again.`)
  return named.map((step) => step!.id)
}
