import Button from '@mui/material/Button'
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
      {slab.holes && slab.holes.length > 0 && (
        <Button
          size="small"
          variant="outlined"
          onClick={() => {
            const { holes: _, ...whole } = slab
            put('Close holes', whole)
          }}
        >
          Close {slab.holes.length === 1 ? 'its hole' : `its ${slab.holes.length} holes`}
        </Button>
      )}
    </>
  )
}
