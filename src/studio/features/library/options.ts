import type { LibraryKindName } from '@/core/library/registry'
import { defineDialog } from '@/studio/kernel/dialog'

/** What is kept beside all projects; asked with the kind that is looked for, null for all. */
export const libraryDialog = defineDialog<LibraryKindName | null, void>('library')
