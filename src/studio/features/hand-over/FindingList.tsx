'use client'

import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useMemo } from 'react'
import { beforeHandOver, type HandOverFinding } from '@/core/check/before-hand-over'
import { workbench } from '@/studio/board/workbench'
import { useProject } from '@/studio/state/project'
import { useBuilding } from '@/studio/state/use-building'

/** So many are listed; the rest is counted. */
const LISTED = 6

const keyOf = ({ kind, says, ids }: HandOverFinding): string => `${kind} ${ids.join(' ')} ${says}`

/** What a recipient would stumble on, each with a way to see it. */
export function FindingList() {
  const records = useDeferredValue(useProject((project) => project.records))
  const building = useDeferredValue(useBuilding())
  const findings = useMemo(() => beforeHandOver(building, records), [building, records])
  if (findings.length === 0) return <Typography sx={{ mb: 1.5 }}>Nothing that a recipient would stumble on.</Typography>
  return (
    <Stack component="section" aria-label="Before you hand over" sx={{ mb: 1.5, gap: 0.5 }}>
      <Typography variant="h3">Before you hand over</Typography>
      {findings.slice(0, LISTED).map((finding) => {
        const { says, ids, at } = finding
        return (
          <Stack
            key={keyOf(finding)}
            direction="row"
            sx={{ gap: 1, alignItems: 'baseline', justifyContent: 'space-between' }}
          >
            <Typography sx={{ fontSize: 13 }}>{says}</Typography>
            {at && (
              <Button size="small" sx={{ flexShrink: 0 }} onClick={() => workbench.pick(ids)}>
                Show
              </Button>
            )}
          </Stack>
        )
      })}
      {findings.length > LISTED && (
        <Typography color="text.secondary" sx={{ fontSize: 13 }}>
          {findings.length - LISTED} more: all of them go out as BCF.
        </Typography>
      )}
    </Stack>
  )
}
