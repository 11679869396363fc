/** The number after the highest that is given: 01, 02 … */
export function nextNumber(given: readonly string[]): string {
  const highest = Math.max(0, ...given.map(Number).filter(Number.isFinite))
  return String(highest + 1).padStart(2, '0')
}
