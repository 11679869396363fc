import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import type { Part } from '@/core/model/part/schema'
import type { Edges } from '@/core/model/part/steps'
import type { FeatureNumber, SolidFeature } from '@/core/part/solid/features'
import { formatLength, type LengthDisplay, partDisplay } from '@/core/units/format'
import { HandOverButton } from '@/studio/features/hand-over/feature'
import { useProject } from '@/studio/state/project'
import { useDisplay } from '@/studio/ui/display'
import { dropPicked, pickNext, solidDistance, solidFeature, usePartSolid } from './part-solid'
import { addSteps } from './parts'

/** What an edge or a face measures. */
function sayFeature({ kind, form, size, radiusMm }: SolidFeature, display: LengthDisplay): string {
  const fine = partDisplay(display)
  const radius = radiusMm === null ? '' : `, radius ${formatLength(radiusMm, fine)}`
  return kind === 'edge'
    ? `${form === 'straight' ? 'Straight' : form === 'round' ? 'Round' : 'Curved'} edge, ${formatLength(size, fine)} long${radius}`
    : `${form === 'flat' ? 'Flat' : form === 'round' ? 'Round' : 'Curved'} face of ${size.toFixed(2)} mm²${radius}`
}

const FORMS: readonly (readonly [Edges['form'], string])[] = [
  ['round', 'Round it'],
  ['bevel', 'Bevel it'],
]

/** What is picked on the solid: what it measures, and what can be done with it. */
export function SolidBar({ part }: { part: Part }) {
  const picked = usePartSolid((solid) => solid.picked)
  const projectId = useProject((project) => project.id)
  const display = useDisplay()
  const { known, apartMm } = useMeasured(picked)
  const kinds = new Set(known.map(({ kind }) => kind))
  const shape = (form: Edges['form']) => {
    addSteps(form === 'round' ? 'Round edges' : 'Bevel edges', part, {
      id: crypto.randomUUID(),
      kind: 'edges',
      form,
      which: kinds.has('face') ? 'face' : 'picked',
      at: known.map(({ at }) => at),
      sizeMm: 1,
    })
    dropPicked()
  }
  const [only] = known
  return (
    <Stack
      component="section"
      aria-label="Selected on the solid"
      sx={{
        position: 'absolute',
        left: 12,
        bottom: 56,
        gap: 0.75,
        p: 1.25,
        maxWidth: 320,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
      }}
    >
      {known.length === 0 && (
        <Typography sx={{ fontSize: 13 }} color="text.secondary">
          Click an edge or a face to measure it, two for the distance between them.
        </Typography>
      )}
      {known.map((feature) => (
        <Typography key={`${feature.kind} ${feature.at.x} ${feature.at.y} ${feature.at.z}`} sx={{ fontSize: 13 }}>
          {sayFeature(feature, display)}
        </Typography>
      ))}
      {known.length === 2 && apartMm !== null && (
        <Typography variant="figure">{formatLength(apartMm, partDisplay(display))} apart</Typography>
      )}
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 0.75 }}>
        <Button size="small" variant="outlined" onClick={() => pickNext('edge')}>
          Next edge
        </Button>
        <Button size="small" variant="outlined" onClick={() => pickNext('face')}>
          Next face
        </Button>
        {kinds.size === 1 &&
          FORMS.map(([form, word]) => (
            <Button key={form} size="small" variant="outlined" onClick={() => shape(form)}>
              {word}
            </Button>
          ))}
        {known.length === 1 && only?.form === 'flat' && (
          <HandOverButton
            size="small"
            variant="outlined"
            projectId={projectId}
            format="dxf-face"
            word="DXF of a face"
            on={{ part: part.id, face: [only.at.x, only.at.y, only.at.z].map((each) => each.toFixed(6)).join(',') }}
          >
            Save DXF of it
          </HandOverButton>
        )}
        {known.length > 0 && (
          <Button size="small" onClick={dropPicked}>
            Clear
          </Button>
        )}
      </Stack>
    </Stack>
  )
}

interface Measured {
  readonly of: readonly FeatureNumber[]
  readonly known: readonly SolidFeature[]
  /** Between the two that are picked; null while there are not two. */
  readonly apartMm: number | null
}

const NOTHING: Measured = { of: [], known: [], apartMm: null }

/** What is picked, as the kernel measures it. */
function useMeasured(picked: readonly FeatureNumber[]): Measured {
  const [measured, setMeasured] = useState(NOTHING)
  useEffect(() => {
    let current = true
    const [a, b] = picked
    void Promise.all([
      Promise.all(picked.map(solidFeature)),
      a && b && picked.length === 2 ? solidDistance(a, b) : null,
    ]).then(([features, apartMm]) => {
      if (current) setMeasured({ of: picked, known: features.filter((each) => each !== null), apartMm })
    })
    return () => {
      current = false
    }
  }, [picked])
  // What was picked before is not what is picked now.
  return measured.of === picked ? measured : NOTHING
}
