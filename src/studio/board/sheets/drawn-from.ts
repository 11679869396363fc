import type { Underlay } from '@/core/model/underlay/schema'
import { hidesLooks } from '@/core/sheet/looks'
import type { Print } from '@/core/sheet/print'
import type { SheetView, SourceView } from '@/studio/state/api'
import type { DrawRequest } from '@/workers/sheet-renderer'

/** What an underlay is drawn from, worked out from its choices and from what there is of its sheet. */
export interface DrawnFrom {
  /** Drawn in the worker; null where there is nothing to draw so. */
  readonly look: DrawRequest['look'] | null
  readonly tint: string | null
  readonly tiles: Print['tiles']
  /** Whether it shows as the file itself does, so that the picture of the page serves. */
  readonly plain: boolean
  /** Changes with all of that: pictures of another key are of another look. */
  readonly key: string
}

export function drawnFrom(underlay: Underlay, source: SourceView, sheet: SheetView): DrawnFrom {
  const { parts, markup, tint } = underlay
  const { print, lineworkHash } = sheet
  const asLines = underlay.drawing === 'lines' || hidesLooks(parts) || (print !== null && !print.pdf)
  const showsImages = !parts.some(({ key, visible }) => key === 'images' && !visible)
  const onlyTiles = print !== null && !print.pdf && sheet.content === 'image'
  const look: DrawnFrom['look'] = onlyTiles
    ? null
    : asLines
      ? lineworkHash
        ? { kind: 'lines', lineworkHash, parts, markup }
        : null
      : // A page that is still being read is drawn from its file all the same, unless large images are in the way.
        // A protected one is drawn from a copy that the readers make.
        print?.pdf || (source.kind === 'pdf' && sheet.status !== 'ready' && !source.isProtected)
        ? {
            kind: 'pdf',
            contentHash: print?.pdf?.hash ?? source.contentHash,
            page: print?.pdf?.page ?? sheet.number,
            parts,
            markup,
          }
        : null
  const tiles = showsImages && !(underlay.drawing === 'lines' && !onlyTiles) ? (print?.tiles ?? []) : []
  const plain =
    !tint &&
    (onlyTiles ||
      (parts.length === 0 && markup && !asLines) ||
      ((source.kind === 'dxf' || source.kind === 'ifc') && parts.length === 0))
  return { look, tint, tiles, plain, key: JSON.stringify([sheet.id, look, tint, plain]) }
}
