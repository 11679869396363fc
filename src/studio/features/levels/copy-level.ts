import { IDENTITY } from '@/core/geometry/affine'
import { isBuildingElement } from '@/core/model/building-shapes'
import { type Level, levelIdOf, levelsOf, storeyHeightMm } from '@/core/model/level/schema'
import { workOn } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { currentPlan } from '@/studio/state/plan'
import { useProject } from '@/studio/state/project'
import { copies } from '@/studio/tooling/shape-edits'

/** Puts a copy of a level, with everything that stands on it, on top of the building. */
export function copyLevel(level: Level): void {
  const { records } = useProject.getState()
  const levels = levelsOf(records)
  const top = levels.at(-1) ?? level
  const copy: Level = {
    ...level,
    id: crypto.randomUUID(),
    name: `${level.name} copy`.slice(0, 100),
    elevationMm: top.elevationMm + storeyHeightMm(top, levels),
  }
  const here = [...records.values()]
    .filter(isBuildingElement)
    .filter((element) => 'levelId' in element && levelIdOf(element) === level.id)
  // Openings come with their walls.
  const made = copies(here, IDENTITY, { records, plan: currentPlan() }).map((element) =>
    'levelId' in element ? { ...element, levelId: copy.id } : element,
  )
  put('Copy level', copy, ...made)
  workOn(copy.id)
  tell(`${copy.name} holds ${made.length === 1 ? 'one element' : `${made.length} elements`} of ${level.name}.`)
}
