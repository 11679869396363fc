import { ringsOfSection } from '@/core/model/member/body'
import type { SectionShape } from '@/core/sections/shape'
import { sizeOf } from '@/core/sections/shape'

/** A section as it is cut, drawn by so many pixels to the millimetre. */
export function SectionPicture({
  shape,
  pxPerMm,
  name,
}: {
  readonly shape: SectionShape
  readonly pxPerMm: number
  readonly name: string
}) {
  const { widthMm, heightMm } = sizeOf(shape)
  const margin = 1 / pxPerMm
  return (
    <svg
      viewBox={[-widthMm / 2 - margin, -heightMm / 2 - margin, widthMm + 2 * margin, heightMm + 2 * margin].join(' ')}
      width={widthMm * pxPerMm + 2}
      height={heightMm * pxPerMm + 2}
      aria-hidden
    >
      <title>{name}</title>
      <SectionPath shape={shape} widthPx={1 / pxPerMm} />
    </svg>
  )
}

/** The cut surface of a section, y upwards turned into y downwards. */
export function SectionPath({ shape, widthPx }: { readonly shape: SectionShape; readonly widthPx: number }) {
  const path = ringsOfSection(shape)
    .map((ring) => `${ring.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x} ${-y}`).join('')}Z`)
    .join('')
  return <path d={path} fill="#a9c4c4" fillRule="evenodd" stroke="#123f43" strokeWidth={widthPx} />
}
