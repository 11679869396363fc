import { useEffect, useMemo, useState } from 'react'
import { type Building, builtFrom } from '@/core/building/building'
import { currentPlan, onPlan } from './plan'
import { recordsInSight, useProject } from './project'

/** What the records in sight come to; worked out anew only when they change. */
export function useBuilding(): Building {
  const past = useProject((state) => state.past)
  const records = useProject((state) => state.records)
  const [planned, setPlanned] = useState(0)
  useEffect(() => onPlan(() => setPlanned((count) => count + 1)), [])
  // biome-ignore lint/correctness/useExhaustiveDependencies: a large change reaches the plan in several turns
  return useMemo(() => builtFrom(currentPlan(), recordsInSight({ records, past })), [records, past, planned])
}
