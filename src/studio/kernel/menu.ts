import type { ProjectRecord } from '@/core/model/registry'
import type { Now } from './now'

/** Something that can be done with what was asked about. */
export interface MenuEntry {
  readonly word: string
  /** How its key is written. */
  readonly keys?: string
  run(): void
}

/** What can be done with a record. */
export type MenuOf = (record: ProjectRecord, now: Now) => readonly MenuEntry[]
