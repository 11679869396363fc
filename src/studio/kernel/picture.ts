/** A small drawing in our own hand: outlines as SVG path data in a square of 24 by 24, y downwards. */
export interface Picture {
  /** What is there, as a film. */
  readonly film?: string
  /** Lines in ink. */
  readonly ink?: string
  /** What the tool does, in red: it draws itself where the tool is pointed at. */
  readonly red: string
}
