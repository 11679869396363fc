/** A rigger plate of a racing shell as a dimensioned part, in inches, drawn at full size. */
export function outriggerPlate(): Uint8Array {
  const holes: [number, number, number][] = [
    [0.75, 0.75, 0.201],
    [5.25, 0.75, 0.201],
    [0.75, 2.25, 0.201],
    [5.25, 2.25, 0.201],
    [3, 1.5, 0.75],
  ]
  const y = (up: number) => 4.5 - up
  const circles = holes.map(([cx, cy, d]) => `<circle cx="${cx + 1.5}" cy="${y(cy + 1.2)}" r="${d / 2}"/>`).join('')
  const centres = holes
    .map(([cx, cy, d]) => {
      const [px, py, r] = [cx + 1.5, y(cy + 1.2), d / 2 + 0.12]
      return `<path d="M${px - r} ${py} H${px + r} M${px} ${py - r} V${py + r}"/>`
    })
    .join('')
  const text = (words: string, x: number, up: number) => `<text x="${x}" y="${y(up)}">${words}</text>`
  const svg = `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="9in" height="5.5in" viewBox="0 0 9 5.5">
  <g fill="none" stroke="#111" stroke-width="0.02">
    <rect x="1.5" y="${y(4.2)}" width="6" height="3" rx="0.375"/>
    <rect x="3.6" y="${y(2.2)}" width="1.8" height="0.31" rx="0.155"/>
    ${circles}
  </g>
  <g fill="none" stroke="#111" stroke-width="0.008" stroke-dasharray="0.12 0.04 0.03 0.04">${centres}</g>
  <g fill="none" stroke="#111" stroke-width="0.008">
    <path d="M1.5 ${y(1.1)} V${y(0.5)} M7.5 ${y(1.1)} V${y(0.5)} M1.5 ${y(0.6)} H7.5"/>
    <path d="M1.4 ${y(1.2)} H0.7 M1.4 ${y(4.2)} H0.7 M0.8 ${y(1.2)} V${y(4.2)}"/>
  </g>
  <g font-family="sans-serif" font-size="0.15" fill="#111">
    ${text('6.000', 4.3, 0.68)}${text('3.000', 0.2, 2.7)}
    ${text('4x ⌀.201 THRU', 5.3, 4.4)}${text('⌀.750 ±.002', 4.75, 2.95)}${text('R.375 TYP', 7.6, 4.25)}
    ${text('OUTRIGGER PLATE   6061-T6   1/4 THK', 1.5, 0.1)}${text('Scale 1:1', 7.6, 0.1)}
  </g>
</svg>`
  return new TextEncoder().encode(svg)
}
