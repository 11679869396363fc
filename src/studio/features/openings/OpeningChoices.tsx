'use client'

import { openingTypeOf } from '@/core/model/opening-type/schema'
import { sameWords } from '@/studio/kernel/options'
import { choose, useOptions } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { OneOf } from '@/studio/ui/OneOf'
import { OpeningTypeChoice } from './OpeningTypeChoice'
import { addOpeningType, typeName } from './opening-types'
import { openingOptions } from './options'
import { chooseOpeningUse } from './usual-sizes'

/** The type of the next openings, or what they are. */
export function OpeningChoices() {
  const { openingUse, doorWay, openingTypeId, openingWidthMm, openingHeightMm, openingSillMm } =
    useOptions(openingOptions)
  const records = useProject((project) => project.records)
  const type = openingTypeOf({ typeId: openingTypeId }, records)
  const save = () => {
    const name = typeName(openingUse, records)
    const sillMm = openingUse === 'window' ? openingSillMm : 0
    const sizes = { widthMm: openingWidthMm, heightMm: openingHeightMm, sillMm }
    choose(openingOptions, { openingTypeId: addOpeningType({ name, use: openingUse, ...sizes, way: doorWay }) })
  }
  return (
    <>
      <OpeningTypeChoice
        label="Type of the opening"
        value={openingTypeId ?? undefined}
        onTake={(taken) => choose(openingOptions, { openingTypeId: taken?.id ?? null })}
        onSave={save}
      />
      {!type && (
        <OneOf
          label="What fills the opening"
          value={openingUse}
          words={sameWords('door', 'window', 'passage')}
          onChange={chooseOpeningUse}
        />
      )}
    </>
  )
}
