/** A card beside the board that is told of instead of the step; the shell shows the panel that is registered for it. */
export interface CardToken {
  readonly name: string
  readonly title: string
}
