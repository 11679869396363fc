/** One figure with the limit that was set for it. */
export interface Row {
  what: string
  measured: number
  limit: number
  unit: string
  detail?: string
}

/** Prints a row of the table the moment it is measured. */
export function printRow({ what, measured, limit, unit, detail }: Row): void {
  const figure = measured < 10 ? measured.toFixed(3) : measured.toFixed(0)
  const verdict = measured <= limit ? 'within' : 'OVER'
  const cells = [what.padEnd(92), `${figure} ${unit}`.padEnd(13), `at most ${limit}`.padEnd(13), verdict.padEnd(7)]
  console.log([...cells, detail ?? ''].join(' ').trimEnd())
}
