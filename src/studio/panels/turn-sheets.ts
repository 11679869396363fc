import type { Box } from '@/core/geometry/box'
import { turnedAbout } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { showUnderlays, underlayBox } from '../board/show'
import { refit } from '../fit/refit'
import { tell } from '../project/store'

/** Turns each sheet by quarters about its own middle; locked ones stay. @param quarters anticlockwise */
export function turnSheets(underlays: readonly Underlay[], quarters: number): void {
  const loose = underlays.filter(({ locked }) => !locked)
  if (loose.length === 0) return tell('A locked sheet does not turn. Unlock it in the stack.')
  const turned = loose.map((before) => {
    const placement = turnedAbout(before.placement, middleOf(underlayBox(before)), (quarters * Math.PI) / 2)
    return { before, after: { ...before, placement } }
  })
  refit(quarters > 0 ? 'Turn sheet left' : 'Turn sheet right', turned)
  showUnderlays(turned.map(({ after }) => after))
}

const middleOf = ({ minX, minY, maxX, maxY }: Box) => ({ x: (minX + maxX) / 2, y: (minY + maxY) / 2 })
