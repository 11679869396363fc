import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import type { Part } from '@/core/model/part/schema'
import { type PriceBook, priceBookOf } from '@/core/model/price-book/schema'
import { materialNamed, materialsIn } from '@/core/part/materials'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'

/** A price book that says something else of a material. */
export function withMaterial(
  book: PriceBook,
  name: string,
  said: { readonly pricePerKg?: number; readonly densityKgM3?: number },
): PriceBook {
  const known = book.materials.find((each) => each.name === name) ?? { name, pricePerKg: book.pricePerKg }
  return { ...book, materials: [...book.materials.filter((each) => each.name !== name), { ...known, ...said }] }
}

/** What stands for a material that is still to be named. */
const ANOTHER = 'another …'

/** What a part is made of, and how heavy that is; a shop adds materials of its own. */
export function MaterialFields({ part }: { part: Part }) {
  const records = useProject((project) => project.records)
  const [naming, setNaming] = useState(false)
  const book = priceBookOf(records)
  const material = materialNamed(part.material, book)
  const usualDensity = material.densityKgM3 === null ? {} : { densityKgM3: material.densityKgM3 }
  const known = materialsIn(book).map(({ name }) => name)
  const take = (name: string) => put('Change material', { ...part, material: name })
  return (
    <Stack sx={{ gap: 1.25 }}>
      <TextField
        select
        size="small"
        label="Material"
        value={naming ? ANOTHER : material.name}
        onChange={({ target }) => {
          setNaming(target.value === ANOTHER)
          if (target.value !== ANOTHER) take(target.value)
        }}
      >
        {[...known, ...(known.includes(material.name) ? [] : [material.name])].map((name) => (
          <MenuItem key={name} value={name}>
            {name}
          </MenuItem>
        ))}
        <MenuItem value={ANOTHER}>{ANOTHER}</MenuItem>
      </TextField>
      {naming ? (
        <CommittedField
          label="Its name"
          value=""
          onCommit={(name) => {
            setNaming(false)
            if (name === '') return
            put('Add material', withMaterial(book, name.slice(0, 100), usualDensity), {
              ...part,
              material: name.slice(0, 100),
            })
          }}
        />
      ) : (
        <CommittedField
          label="Density, kg/m³"
          value={material.densityKgM3 === null ? '' : String(material.densityKgM3)}
          {...(material.densityKgM3 === null && { helperText: `The density of ${material.name} is not known yet.` })}
          onCommit={(text) => {
            const densityKgM3 = Number(text.replace(',', '.'))
            if (!(densityKgM3 > 0 && densityKgM3 <= 1e5)) throw new Error('Type a density of more than nothing.')
            put('Change density', withMaterial(book, material.name, { densityKgM3 }))
          }}
        />
      )}
    </Stack>
  )
}
