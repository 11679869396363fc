/** The mark of Calque, beside words that say where one is. */
export const Logo = ({ sizePx }: { readonly sizePx: number }) => (
  // biome-ignore lint/performance/noImgElement: a small drawing that ships with the page
  <img src="/icon.svg" alt="" width={sizePx} height={sizePx} />
)
