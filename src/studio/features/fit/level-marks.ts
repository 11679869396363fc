import { useMemo } from 'react'
import { type LevelMark, levelMarksOf } from '@/core/fit/level-marks'
import type { Underlay } from '@/core/model/underlay/schema'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { NOTHING_HIDDEN } from '@/core/sheet/looks'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { sheetOf } from '@/studio/tooling/sheet-of'

/** The heights that a sheet states, where it stands upright. */
export function useLevelMarks({ sheetId, levelId }: Underlay): readonly LevelMark[] {
  const stands = useProject(({ records }) => workPlaneOf(levelId, records) !== null)
  const hash = useProject(({ sources }) => sheetOf(sources, sheetId)?.sheet.lineworkHash)
  const linework = useSheetData(({ byHash }) => (hash ? byHash.get(hash)?.linework : undefined))
  return useMemo(() => {
    if (!stands || !linework) return []
    return levelMarksOf(linework, NOTHING_HIDDEN, NOTHING_HIDDEN.admits)
  }, [stands, linework])
}
