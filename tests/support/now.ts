import type { ProjectRecord } from '@/core/model/registry'
import { PROJECT_ACTIONS } from '@/core/people/rights'
import type { Now } from '@/studio/kernel/now'
import { select } from '@/studio/tooling/select'

/** Where a person is who traces and has nothing selected, unless said otherwise. */
export const nowAt = (part: Partial<Now> = {}): Now => ({
  step: 'trace',
  tool: select,
  views: 'plan',
  records: new Map<string, ProjectRecord>(),
  selection: [],
  shapes: [],
  may: new Set(PROJECT_ACTIONS),
  part: null,
  ...part,
})
