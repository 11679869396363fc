import { useEffect, useState } from 'react'
import type { FrameFinding } from '@/core/check/frames'
import type { ProjectRecord } from '@/core/model/registry'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { WorkerClient } from '@/studio/state/worker-client'
import type { FrameChecker } from '@/workers/frames'

const checker = new WorkerClient<FrameChecker>(
  () => new Worker(new URL('../../../workers/frames.ts', import.meta.url), { type: 'module' }),
)

/** What frames are made of, and what that stands on. */
const KINDS: ReadonlySet<ProjectRecord['kind']> = new Set([
  'member',
  'plate',
  'bolts',
  'work-plane',
  'level',
  'section',
])

/** What wants a look about the frames; null while it is being worked out. */
export function useFrameFindings(): readonly FrameFinding[] | null {
  const records = useProject((project) => project.records)
  const [found, setFound] = useState<readonly FrameFinding[] | null>(null)
  useEffect(() => {
    setFound(null)
    const framed = [...records.values()].filter(({ kind }) => KINDS.has(kind))
    checker
      .latest('frames', (frames) => frames.check(framed))
      .then(
        (findings) => findings && setFound(findings),
        (error: Error) => tell(error.message),
      )
  }, [records])
  return found
}
