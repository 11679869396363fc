'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import type { Part } from '@/core/model/part/schema'
import type { SolidFacts } from '@/core/part/solid/facts'
import { Eye } from '@/studio/board/solid/Eye'
import { SolidCanvas } from '@/studio/board/solid/SolidCanvas'
import type { Scene } from '@/studio/board/solid/solids'
import { useLookedPart } from '@/studio/state/looked-part'
import { toned } from '@/studio/ui/palette'
import { PART_SCALE, PartScene } from './PartScene'
import { useBuiltPart, usePartSolid } from './part-solid'
import { SolidBar } from './SolidBar'

/** The part that is worked on as a solid. */
export function PartSolidView() {
  const part = useLookedPart()
  return part && <SolidOf part={part} />
}

function SolidOf({ part }: { part: Part }) {
  useBuiltPart(part)
  const { partId, built, building, marked, picked } = usePartSolid()
  const [turn, setTurn] = useState(0)
  const made = partId === part.id ? built?.made : null
  const scene = useMemo(() => (made ? sceneAround(made.facts) : null), [made])
  return (
    <Box sx={{ position: 'absolute', inset: 0, bgcolor: toned('vellumDeep') }}>
      <Box role="img" aria-label={`Solid of ${part.name}`} sx={{ position: 'absolute', inset: 0 }}>
        {made && scene && (
          <SolidCanvas size={scene.size}>
            <Eye key={turn} scene={scene} />
            <PartScene mesh={made.mesh} marked={marked} picked={picked} />
          </SolidCanvas>
        )}
      </Box>
      {made && <SolidBar part={part} />}
      {made ? (
        <Button
          size="small"
          variant="outlined"
          onClick={() => setTurn(turn + 1)}
          sx={{ position: 'absolute', left: 12, bottom: 12, bgcolor: 'background.paper' }}
        >
          See all
        </Button>
      ) : (
        <Typography
          sx={{ position: 'absolute', top: '40%', width: '100%', textAlign: 'center' }}
          color="text.secondary"
        >
          {building ? 'Building …' : 'No solid yet: select an outline on a view, and give it a thickness.'}
        </Typography>
      )}
    </Box>
  )
}

/** What the eye looks at. */
const sceneAround = ({ from, to }: SolidFacts): Scene => ({
  solids: [],
  origin: { x: 0, y: 0 },
  size: {
    minX: from.x * PART_SCALE,
    minY: from.y * PART_SCALE,
    maxX: to.x * PART_SCALE,
    maxY: to.y * PART_SCALE,
    foot: from.z * PART_SCALE,
    top: to.z * PART_SCALE,
  },
})
