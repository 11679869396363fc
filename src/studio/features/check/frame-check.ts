import { type Remote, wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { FrameFinding } from '@/core/check/frames'
import type { ProjectRecord } from '@/core/model/registry'
import { useProject } from '@/studio/state/store'
import type { FrameChecker } from '@/workers/frames'

let worker: Remote<FrameChecker> | null = null

function checker(): Remote<FrameChecker> {
  worker ??= wrap<FrameChecker>(new Worker(new URL('../../../workers/frames.ts', import.meta.url), { type: 'module' }))
  return worker
}

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
    let overtaken = false
    setFound(null)
    const framed = [...records.values()].filter(({ kind }) => KINDS.has(kind))
    void checker()
      .check(framed)
      .then((findings) => {
        if (!overtaken) setFound(findings)
      })
    return () => {
      overtaken = true
    }
  }, [records])
  return found
}
