import { type InferType, lazy, object, string } from 'yup'
import { catalogued } from '../../sections/catalogue'
import type { Section, Stuff } from '../../sections/section'
import type { SectionShape } from '../../sections/shape'
import { recordsOf } from '../by-kind'
import { idSchema, lengthMm, libraryField } from '../fields'
import { coordinates } from '../path/schema'

const size = () => lengthMm().positive().max(5000).required()
const radius = () => lengthMm().min(0).max(1000).required()

/** Forms that a person can give sizes of their own. */
const FORMS: Record<'i' | 'box' | 'pipe' | 'rod' | 'bar' | 'outline', ReturnType<typeof object>> = {
  i: object({ heightMm: size(), widthMm: size(), webMm: size(), flangeMm: size(), rootMm: radius() }),
  box: object({ heightMm: size(), widthMm: size(), wallMm: size(), outerMm: radius(), innerMm: radius() }),
  pipe: object({ diameterMm: size(), wallMm: size() }),
  rod: object({ diameterMm: size() }),
  bar: object({ heightMm: size(), widthMm: size() }),
  outline: object({ xy: coordinates(3) }),
}

export type OwnForm = keyof typeof FORMS

/** A section of the project's own: by its sizes, or a traced outline about the middle of its box. */
export const sectionSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['section'] as const)
    .required(),
  name: string().trim().min(1).max(100).required(),
  stuff: string<Stuff>().oneOf(['steel', 'timber']).required(),
  library: libraryField,
  shape: lazy((value: unknown) => {
    const form = (value as { form?: unknown } | null)?.form
    const fields = typeof form === 'string' && form in FORMS ? FORMS[form as OwnForm] : FORMS.bar
    return fields
      .shape({
        form: string()
          .oneOf(Object.keys(FORMS) as OwnForm[])
          .required(),
      })
      .noUnknown()
      .required()
  }),
}).noUnknown()

export type OwnSection = Omit<InferType<typeof sectionSchema>, 'shape'> & { readonly shape: SectionShape }

const kept = new WeakMap<object, Section>()

/** A section by its name in the catalogue, or by the id of one of the project's own; null where there is none. */
export function sectionOf(sectionId: string, records: ReadonlyMap<string, { readonly kind: string }>): Section | null {
  const record = records.get(sectionId)
  if (record?.kind !== 'section') return catalogued(sectionId) ?? null
  const own = record as OwnSection
  const known = kept.get(own)
  if (known) return known
  const section = { name: own.name, shape: own.shape, stuff: own.stuff, standard: null, family: 'Own' }
  kept.set(own, section)
  return section
}

/** The project's own sections. */
export const ownSections = (
  records: ReadonlyMap<string, { readonly id: string; readonly kind: string }>,
): readonly OwnSection[] => recordsOf<OwnSection>('section', records)
