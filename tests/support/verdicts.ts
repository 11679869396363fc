/** A table of what was found against what is wanted, a line the moment it is known. */
export class Verdicts {
  /** Whether all was as wanted so far. */
  sound = true

  tell = (what: string, wanted: string, found: unknown, ok = true): void => {
    this.sound &&= ok
    console.log(`${ok ? 'ok  ' : 'NOT '} ${what.padEnd(58)} ${String(found).padEnd(34)} ${wanted}`)
  }
}
