import type { ArchiveManifest } from '@/core/formats/archive'
import type { HandOverChoice } from '@/core/formats/making'
import type { OpenedArchive } from '../../archive-file'
import type { HandedProject } from '../../hand-over/handed'

/** What a maker is asked. It knows records and bytes, and nothing of the database. */
export type MakerTask =
  | {
      readonly kind: 'hand-over'
      readonly project: HandedProject
      readonly format: string
      readonly on: HandOverChoice
    }
  | { readonly kind: 'pack'; readonly manifest: ArchiveManifest; readonly files: readonly Uint8Array[] }
  | { readonly kind: 'bundle'; readonly files: readonly { readonly path: string; readonly bytes: Uint8Array }[] }
  | { readonly kind: 'unpack'; readonly bytes: Uint8Array }

export interface MakerResults {
  'hand-over': Uint8Array
  pack: Uint8Array
  bundle: Uint8Array
  unpack: OpenedArchive
}

/** A problem is told to whoever asked; a fault is ours. */
export type MakerOutcome =
  | { readonly done: Uint8Array | OpenedArchive }
  | { readonly problem: { readonly type: string; readonly detail: string } }
  | { readonly fault: string }

export type MakerWord = { readonly word: 'ready' } | { readonly word: 'ended'; readonly outcome: MakerOutcome }
