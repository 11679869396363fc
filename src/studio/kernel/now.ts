import type { Part } from '@/core/model/part/schema'
import type { ProjectRecord } from '@/core/model/registry'
import type { Shape } from '@/core/model/shapes'
import type { ProjectAction } from '@/core/people/rights'
import type { Step } from './step'
import type { Tool } from './tool'

/** Where the person is: what conditions of panels and commands look at. */
export interface Now {
  readonly step: Step
  readonly tool: Tool
  /** What the middle of the window shows. */
  readonly views: 'plan' | 'solid' | 'both' | 'tables'
  readonly records: ReadonlyMap<string, ProjectRecord>
  readonly selection: readonly string[]
  /** What is picked of what is drawn and built. */
  readonly shapes: readonly Shape[]
  /** What the person may do in the project. */
  readonly may: ReadonlySet<ProjectAction>
  /** The part whose view is looked at; null in a building. */
  readonly part: Part | null
}
