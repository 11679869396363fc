import type { CSSProperties } from 'react'

/**
 * How pictures of pages are asked for. Bytes may come from a store elsewhere: asked for in one way here and in another
 * there, the browser would keep an answer that it may not read.
 */
export const PICTURE_ORIGIN = 'anonymous'

/** The picture of a page, as the server made it. */
export function PagePicture({ src, alt, style }: { src: string; alt: string; style: CSSProperties }) {
  return (
    // biome-ignore lint/performance/noImgElement: made by our own server in the size that is needed
    <img src={src} crossOrigin={PICTURE_ORIGIN} alt={alt} loading="lazy" style={style} />
  )
}
