/** What carries a message from one process to all others: at most once, and soon. */
export interface Telling {
  /** Tells everybody; what can't be told now is not told later. */
  tell(message: string): Promise<void>
  /**
   * Hears for as long as the process lives.
   * @param again is called whenever hearing begins: what was told before that was not heard
   */
  hear(hear: (message: string) => void, again: () => void): void
}
