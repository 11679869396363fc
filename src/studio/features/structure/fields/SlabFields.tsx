import type { Slab } from '@/core/model/slab/schema'
import { put } from '@/studio/state/edits'
import { LengthField } from '@/studio/ui/LengthField'

export function SlabFields({ element: slab }: { element: Slab }) {
  return (
    <>
      <LengthField
        label="Thickness"
        mm={slab.thicknessMm}
        onTake={(mm) => {
          if (!(mm !== undefined && mm > 0)) throw new Error('A slab has some thickness.')
          put('Change slab', { ...slab, thicknessMm: mm })
        }}
      />
      <LengthField
        label="Upper side above its level"
        mm={slab.topMm}
        onTake={(mm) => mm !== undefined && put('Change slab', { ...slab, topMm: mm })}
      />
    </>
  )
}
